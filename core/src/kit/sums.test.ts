import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { calibratePace, paceOf, pairedError, pairedErrorOf, plusSums, ratioOf, sumsOf, varianceOf } from './index';

const number = fc.double({ min: 0.2, max: 3, noNaN: true });

describe('sums', () => {
  it('give the variance that differences from the mean give, whichever way they were added up', () => {
    fc.assert(
      fc.property(fc.array(number, { minLength: 2, maxLength: 30 }), fc.nat(30), (values, cut) => {
        const mean = values.reduce((s, v) => s + v, 0) / values.length;
        const direct = values.reduce((s, v) => s + (v - mean) ** 2, 0) / (values.length - 1);
        const parts = plusSums(sumsOf(values.slice(0, cut)), sumsOf(values.slice(cut)));
        for (const sums of [sumsOf(values), parts]) expect(varianceOf(sums)).toBeCloseTo(direct, 9);
      }),
    );
    expect(varianceOf(sumsOf([1.4]))).toBeNull();
  });
  it('of equal numbers have no variance at all, also once their digits were cut', () => {
    fc.assert(
      fc.property(number, fc.integer({ min: 2, max: 4000 }), (value, n) => {
        const { sum, squares } = sumsOf(Array.from({ length: n }, () => value));
        expect(varianceOf({ n, sum, squares })).toBe(0);
        expect(varianceOf({ n, sum: Number(sum.toPrecision(12)), squares: Number(squares.toPrecision(12)) })).toBe(0);
      }),
      { numRuns: 50 },
    );
  });
  it('say of a pace and of a tool what runs and pairs say', () => {
    const runs = [
      { course: 60, paces: 41 },
      { course: 80, paces: 52 },
    ];
    expect(paceOf(sumsOf(runs.map((r) => r.course / r.paces)))).toEqual({
      pace: calibratePace(runs).pace,
      spread: calibratePace(runs).spread,
      runs: 2,
    });
    const pairs = [
      { read: 31, reference: 30 },
      { read: 28, reference: 30 },
    ];
    expect(pairedErrorOf(sumsOf(pairs.map(ratioOf)), 0.05)).toEqual(pairedError(pairs, 0.05));
    expect(() => paceOf(sumsOf([]))).toThrow(/run/);
  });
});
