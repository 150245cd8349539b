import { describe, expect, it } from 'vitest';
import { Stream } from './chance';
import { atMost, expectShare } from './test-rates';

describe('the band a simulated share is held against', () => {
  it('sums the binomial: by hand, and as counting says', () => {
    expect(atMost(1, 3, 0.5)).toBeCloseTo(0.5, 12);
    expect(atMost(0, 10, 0.02)).toBeCloseTo(0.98 ** 10, 12);
    expect(atMost(4000, 4000, 0.95)).toBeCloseTo(1, 9);
    const s = new Stream(5);
    let few = 0;
    for (let i = 0; i < 20_000; i++) {
      let hits = 0;
      for (let j = 0; j < 30; j++) if (s.uniform() < 0.1) hits++;
      if (hits <= 2) few++;
    }
    expect(few / 20_000).toBeCloseTo(atMost(2, 30, 0.1), 1.8);
  });
  it('lets chance be, and no more', () => {
    expect(() => expectShare(6, 200, { to: 0.02 })).not.toThrow();
    expect(() => expectShare(14, 200, { to: 0.02 }, 'alarms')).toThrow(/alarms: 14 of 200.*too many/);
    expect(() => expectShare(160, 200, { from: 0.9 })).toThrow(/too few/);
    expect(() => expectShare(172, 200, { from: 0.9 })).not.toThrow();
    expect(() => expectShare(0, 0, { from: 0.9 })).not.toThrow();
  });
});
