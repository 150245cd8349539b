import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DomainError } from '../../units';
import {
  meanOverPlots,
  meanTreeTimesDensity,
  neededPlots,
  overStrata,
  plotsInAll,
  ratioOverStrips,
  throughCounts,
  tOf,
  withInterval,
} from './index';

/** Density of Student's t, its constant by the product of gammas in steps of a half: nothing of the library. */
function density(x: number, df: number): number {
  return (1 + (x * x) / df) ** (-(df + 1) / 2);
}
/** Share of the distribution between −t and t, by Simpson's rule over an angle that makes the tails finite. */
function shareWithin(t: number, df: number): number {
  const over = (to: number) => {
    const n = 20_000;
    let sum = 0;
    for (let i = 0; i <= n; i++) {
      const angle = (to * i) / n;
      const x = Math.sqrt(df) * Math.tan(angle);
      const value = Math.cos(angle) === 0 ? 0 : (density(x, df) * Math.sqrt(df)) / Math.cos(angle) ** 2;
      sum += value * (i === 0 || i === n ? 1 : i % 2 === 1 ? 4 : 2);
    }
    return (sum * to) / n / 3;
  };
  return over(Math.atan(t / Math.sqrt(df))) / over(Math.PI / 2 - 1e-9);
}

describe('Student’s t', () => {
  it.each([
    [0.95, 7],
    [0.9, 3],
    [0.99, 2],
    [0.95, 4.298],
    [0.8, 29],
    [0.6827, 11.5],
  ])('holds %f of the distribution with %f degrees of freedom, by numerical integration', (confidence, df) =>
    expect(shareWithin(tOf(confidence, df), df)).toBeCloseTo(confidence, 6),
  );
  it('goes to the normal distribution with many degrees of freedom', () => expect(tOf(0.95, 1e6)).toBeCloseTo(1.959964, 5));
  it.each([0, 1, -0.1, 1.2, Number.NaN])('has no confidence of %f', (c) => expect(() => tOf(c, 5)).toThrow(DomainError));
});

describe('the plots of the handbook', () => {
  const values = [212, 245, 188, 301, 276, 199, 230, 262];
  it('have this mean, spread and interval, and need 13 plots for 10 %', () => {
    const e = withInterval(meanOverPlots(values), 0.95);
    expect(
      [e.mean, (e.cv ?? 0) * 100, e.standardError, e.halfWidth, (e.samplingError ?? 0) * 100].map((v) => Number((v ?? 0).toFixed(1))),
    ).toEqual([239.1, 16.4, 13.9, 32.8, 13.7]);
    expect(plotsInAll(e, 0.1, 0.95)).toBe(13);
  });
  it('of two strata are put together by area', () => {
    const e = overStrata(
      [
        { area: 30, part: meanOverPlots([210, 240, 190, 250]) },
        { area: 12, part: meanOverPlots([330, 300, 360]) },
      ],
      0.95,
    );
    expect([e.mean, e.standardError, e.df, e.halfWidth].map((v) => Number((v ?? 0).toFixed(2)))).toEqual([253.21, 11.01, 4.3, 29.75]);
  });
});

describe('needed plots', () => {
  it('are the smallest number that is enough, by counting up', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 1.5, noNaN: true }), fc.double({ min: 0.05, max: 0.5, noNaN: true }), (cv, error) => {
        let n = 2;
        while (tOf(0.95, n - 1) * cv > error * Math.sqrt(n)) n++;
        expect(neededPlots(cv, error, 0.95)).toBe(n);
      }),
      { numRuns: 60 },
    ));
  it('more than a million are not counted', () => {
    expect(neededPlots(10, 1e-6, 0.95)).toBe('beyond');
    // by the normal deviate: (1.95996 · 1 / E)² plots
    expect(neededPlots(1, 1.95996 / 999, 0.95)).toBeCloseTo(998_001, -2);
    expect(neededPlots(1, 1.95996 / 1001, 0.95)).toBe('beyond');
    const some = withInterval(meanOverPlots([10, 12, 11]), 0.95);
    expect(plotsInAll({ ...some, standardError: Number.POSITIVE_INFINITY }, 0.1, 0.95)).toBe('beyond');
    expect(plotsInAll({ ...some, standardError: Number.NaN }, 0.1, 0.95)).toBeNull();
  });
  it('of plots that do not vary are two', () => expect(neededPlots(0, 0.1, 0.95)).toBe(2));
});

describe('parts of the land', () => {
  const list = fc.array(fc.double({ min: 0, max: 500, noNaN: true }), { minLength: 2, maxLength: 12 });
  it('strips of one length are plots', () =>
    fc.assert(
      fc.property(list, fc.double({ min: 0.1, max: 4, noNaN: true }), (values, area) => {
        const plots = meanOverPlots(values);
        const strips = ratioOverStrips(
          values.map((v) => v * area),
          values.map(() => area),
        );
        expect(strips.mean).toBeCloseTo(plots.mean, 8);
        expect(strips.variance ?? 0).toBeCloseTo(plots.variance ?? 0, 6);
      }),
    ));
  it('one stratum is the whole, and equal strata weigh alike', () =>
    fc.assert(
      fc.property(list, (values) => {
        const part = meanOverPlots(values);
        expect(overStrata([{ area: 7, part }], 0.9)).toEqual(withInterval(part, 0.9));
        const twice = overStrata(
          [part, part].map((p) => ({ area: 3, part: p })),
          0.9,
        );
        expect(twice.mean).toBeCloseTo(part.mean, 9);
        expect(twice.standardError ?? 0).toBeCloseTo(Math.sqrt((part.variance ?? 0) / 2), 9);
        if ((part.variance ?? 0) > 1e-9) expect(twice.df).toBeCloseTo(2 * (values.length - 1), 6);
      }),
    ));
  it('points counted beside measured ones sharpen the mean, and count for nothing where they say the same', () => {
    const measured = [
      { basalArea: 20, value: 200 },
      { basalArea: 28, value: 260 },
      { basalArea: 24, value: 250 },
    ];
    const all = throughCounts(measured, [22, 26, 24, 24, 23, 25]);
    expect(all?.n).toBe(9);
    // mean basal area 24 of all nine, 710/72 of volume for each
    expect(all?.mean).toBeCloseTo((24 * 710) / 72, 9);
    expect(Math.sqrt(all?.variance ?? 0)).toBeLessThan(withInterval(meanOverPlots([200, 260, 250]), 0.95).standardError ?? 0);
    expect(throughCounts([{ basalArea: 0, value: 3 }], [2])).toBeNull();
  });
  it('a plot alone, an empty sample, plots larger than their land', () => {
    expect(withInterval(meanOverPlots([5]), 0.95)).toMatchObject({ mean: 5, standardError: null, noInterval: 'one-plot' });
    expect(() => meanOverPlots([])).toThrow(DomainError);
    expect(() => meanOverPlots([1, 2], { sampled: 3, area: 2 })).toThrow(/cover together/);
    // looked at all of it: nothing is left to be unsure of
    expect(meanOverPlots([1, 2], { sampled: 2, area: 2 })).toMatchObject({ variance: 0, corrected: true });
  });
  it('a mean tree times a density: simulated, both errors are in it', () => {
    const found = meanTreeTimesDensity([0.65, 0.25, 0.69, 0.52], 668, 24, 0.95);
    let state = 11;
    const uniform = () => {
      state = (state * 16_807) % 2_147_483_647;
      return state / 2_147_483_647;
    };
    const normal = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
    const draws = Array.from({ length: 40_000 }, () => (found.meanTree + (found.meanTreeError ?? 0) * normal()) * (668 + 24 * normal()));
    const mean = draws.reduce((a, b) => a + b, 0) / draws.length;
    const spread = Math.sqrt(draws.reduce((a, b) => a + (b - mean) ** 2, 0) / (draws.length - 1));
    expect((found.perLand.standardError ?? 0) / spread).toBeCloseTo(1, 1);
  });
});
