import { describe, expect, it } from 'vitest';
import { metres } from '../../units';
import { circleInside, walkThrough } from '../sampling/index';
import { measuredRates } from './test-simulation';

// stands whose every tree is known, surveyed again and again: the truth is counted, not computed. A part of the full number
// runs here; `npm run bench` runs all of it.
const within = (value: number, from: number, to: number, what: string) => {
  expect(value, what).toBeGreaterThanOrEqual(from);
  expect(value, what).toBeLessThanOrEqual(to);
};

describe('surveys of stands that are known', () => {
  it.each(['circle', 'nested', 'point'] as const)(
    '%s: totals are right on average up to the edges, and intervals keep their promise',
    (design) => {
      const { bias, biasError, cover, coverError } = measuredRates({ stand: 'poisson', design, plots: 30, surveys: 400, edge: 'circle' });
      within(Math.abs(bias), 0, 3.3 * biasError, 'bias');
      within(cover, 0.95 - 0.02 - 3.3 * coverError, 0.95 + 0.02 + 3.3 * coverError, 'cover');
    },
  );
  it('trees at the edge left as they are make too little; walked through they make up for it, but in corners', () => {
    const ask = { stand: 'poisson', design: 'circle', plots: 30, surveys: 400 } as const;
    const none = measuredRates({ ...ask, edge: 'none' });
    expect(none.bias).toBeLessThan(-5 * none.biasError);
    const walked = measuredRates({ ...ask, edge: 'walk-through' });
    expect(Math.abs(walked.bias)).toBeLessThan(Math.abs(none.bias) / 3);
  });
  it('a tree 3 m from both sides of a corner counts 24 % too little when it is walked through, and right by its circle', () => {
    const side = 400;
    const tract = {
      ring: [
        [0, 0],
        [side, 0],
        [side, side],
        [0, side],
      ].map(([x = 0, y = 0]) => ({ x, y })),
      holes: [],
    };
    const [tree, radius, step] = [{ x: 3, y: 3 }, metres(12.62), 0.1];
    // every centre it is in from, one by one
    let [centres, walked] = [0, 0];
    for (let x = step / 2; x < 3 + radius; x += step)
      for (let y = step / 2; y < 3 + radius; y += step) {
        if (Math.hypot(x - tree.x, y - tree.y) > radius) continue;
        centres++;
        walked += walkThrough(tract, { x, y }, tree);
      }
    const whole = (Math.PI * radius ** 2) / step ** 2;
    expect(walked / whole - 1).toBeCloseTo(-0.24, 2);
    expect((centres * (circleInside(tract, tree, radius).weight ?? 0)) / whole).toBeCloseTo(1, 2);
  });
  it('clumped stands need more plots: intervals of few of them are too short', () => {
    const few = measuredRates({ stand: 'clumped', design: 'circle', plots: 5, surveys: 400, edge: 'circle' });
    const many = measuredRates({ stand: 'clumped', design: 'circle', plots: 30, surveys: 400, edge: 'circle' });
    within(Math.abs(many.bias), 0, 3.3 * many.biasError, 'bias');
    expect(many.cover).toBeGreaterThan(0.9);
    expect(few.cv).toBeGreaterThan(1.2 * measuredRates({ stand: 'poisson', design: 'circle', plots: 5, surveys: 200, edge: 'circle' }).cv);
  });
});
