import { describe, expect, it } from 'vitest';
import { Stream } from '../../practice/chance';
import { withInterval } from '../estimate/index';
import type { HeightCurve } from '../height-curve/index';
import { modelVariances, withModelError } from './model-error';

/** Draws from the standard normal distribution, the same each time. */
function normals() {
  const stream = new Stream(7);
  return () => stream.normal(1);
}
/** A curve of Chapman and Richards whose rate alone is unsure. */
const curve = (rate: number, sigma: number) =>
  ({
    breastHeight: 1.3,
    fit: {
      model: 'chapman-richards',
      parameters: [25, rate, 1.2],
      covariance: [
        [0, 0, 0],
        [0, sigma ** 2, 0],
        [0, 0, 0],
      ],
    },
  }) as unknown as HeightCurve;
const trees = (of: HeightCurve) =>
  [20, 30, 40].map((dbh) => ({ weight: 1, volume: 1, equation: 'e', equationError: 0, curve: of, dbh: dbh / 100, sums: ['whole'] }));
const height = (rate: number, d: number) => 1.3 + 25 * (1 - Math.exp(-rate * d)) ** 1.2;

describe('errors of a height curve', () => {
  it('are those of the curves that its parameters may be, where some draws are no curve', () => {
    // about 4 % of the draws have a rate below 0; the truth by integration over those above it
    const [rate, sigma] = [0.03, 0.017];
    let [weight, mean, square] = [0, 0, 0];
    for (let k = 1e-5; k < rate + 8 * sigma; k += 1e-5) {
      const p = Math.exp(-(((k - rate) / sigma) ** 2) / 2);
      const total = [20, 30, 40].reduce((sum, d) => sum + height(k, d) / height(rate, d), 0);
      weight += p;
      mean += p * total;
      square += p * total ** 2;
    }
    const truth = square / weight - (mean / weight) ** 2;
    const found = modelVariances(trees(curve(rate, sigma)), normals(), 4000).get('whole') as number;
    // the variance of 4,000 draws is known to some per cent
    expect(found / truth).toBeGreaterThan(0.9);
    expect(found / truth).toBeLessThan(1.1);
  });
  it('of one that hardly is a curve are not known, and then no interval is', () => {
    const found = modelVariances(trees(curve(-1e6, 1)), normals());
    expect(found.get('whole')).toBeNull();
    const estimate = withInterval({ n: 5, mean: 10, s: 2, variance: 0.8, df: 4, corrected: false, sampled: 0 }, 0.95);
    expect(withModelError(estimate, null, 0.95)).toMatchObject({
      mean: 10,
      standardError: null,
      halfWidth: null,
      noInterval: 'curve-unsure',
    });
    expect(withModelError(estimate, 0, 0.95)).toMatchObject({ standardError: estimate.standardError, noInterval: null });
  });
});
