import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pairedError } from './index';

describe('paired readings', () => {
  it('without pairs give the typical error, with many the person’s own', () => {
    expect(pairedError([], 0.04)).toEqual({ pairs: 0, bias: 0, biasSigma: null, sigma: 0.04 });
    const careful = Array.from({ length: 400 }, (_, i) => ({ read: i % 2 ? 1.01 : 0.99, reference: 1 }));
    expect(pairedError(careful, 0.04).sigma).toBeCloseTo(0.01, 2);
    expect(pairedError(careful, 0.04).bias).toBeCloseTo(0, 12);
  });
  it('keep the bias in the error: reading steadily too much is no precision', () => {
    const biased = Array.from({ length: 60 }, () => ({ read: 33, reference: 30 }));
    const record = pairedError(biased, 0.04);
    expect(record.bias).toBeCloseTo(0.1, 12);
    expect(record.biasSigma).toBeCloseTo(0, 12);
    expect(record.sigma).toBeGreaterThan(0.09);
  });
  it('do not depend on unit or order, and lie between the typical error and the pairs’ own', () => {
    const pair = fc.record({ read: fc.double({ min: 5, max: 90, noNaN: true }), reference: fc.double({ min: 5, max: 90, noNaN: true }) });
    fc.assert(
      fc.property(fc.array(pair, { minLength: 1, maxLength: 20 }), (pairs) => {
        const a = pairedError(pairs, 0.04);
        const b = pairedError(
          pairs.toReversed().map((p) => ({ read: p.read / 2.54, reference: p.reference / 2.54 })),
          0.04,
        );
        expect(a.sigma).toBeCloseTo(b.sigma, 9);
        const rms = Math.sqrt(pairs.reduce((s, p) => s + (p.read / p.reference - 1) ** 2, 0) / pairs.length);
        expect(a.sigma).toBeGreaterThanOrEqual(Math.min(0.04, rms) - 1e-12);
        expect(a.sigma).toBeLessThanOrEqual(Math.max(0.04, rms) + 1e-12);
      }),
    );
    expect(() => pairedError([{ read: 0, reference: 30 }], 0.04)).toThrow(/above 0/);
  });
});
