import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { metres } from '../units';
import { basalArea, byCircumference, roundReading } from './index';

describe('diameter', () => {
  it('of a girth goes round again', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 30, noNaN: true }), (c) => {
        expect((byCircumference(metres(c)) * Math.PI) / c).toBeCloseTo(1, 12);
      }),
    );
    expect(() => byCircumference(metres(0))).toThrow(/circumference/);
  });
  it('gives basal area: π/40000·d² in cm', () => {
    expect(basalArea(metres(0.4))).toBeCloseTo((Math.PI / 40000) * 40 ** 2, 12);
    expect(() => basalArea(metres(Number.NaN))).toThrow(/diameter/);
  });
  it.each([
    [41.37, 0.1, 'down', 41.3],
    [41.3, 0.1, 'down', 41.3],
    [41.35, 0.1, 'nearest', 41.4],
    [41.34, 0.1, 'nearest', 41.3],
    [130.1, 1, 'up', 131],
    [130, 1, 'up', 130],
    [18.25, 0.1, 'nearest', 18.3],
  ] as const)('%s in steps of %s, %s → %s', (value, step, direction, expected) => {
    expect(roundReading(value, { step, direction })).toBe(expected);
  });
  it('rounding never moves a reading by a step or more, and not in the wrong direction', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 500, noNaN: true }), fc.constantFrom(0.1, 0.5, 1), (v, step) => {
        expect(roundReading(v, { step, direction: 'down' })).toBeLessThanOrEqual(v + 1e-6);
        expect(roundReading(v, { step, direction: 'up' })).toBeGreaterThanOrEqual(v - 1e-6);
        expect(Math.abs(roundReading(v, { step, direction: 'nearest' }) - v)).toBeLessThanOrEqual(step / 2 + 1e-6);
      }),
    );
  });
});
