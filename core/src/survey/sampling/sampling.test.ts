import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { degreesToRadians, feetToMetres, inchesToMetres, type Metres, metres, radians, tangent } from '../../units';
import { alongSlope, checkRule, diameterClass, inOrOut, levelOfTape, limitOf, type SamplingRule } from './index';

const level = (read: number, to: 'axis' | 'bark' = 'axis', sigma = 0.02) =>
  ({ read: metres(read), sigma: metres(sigma), along: { kind: 'level' }, to }) as const;
const rad = (degrees: number) => radians(degreesToRadians(degrees));

describe('the distance up to which a tree is in', () => {
  it.each<[SamplingRule, Metres, number]>([
    [{ kind: 'point', factor: 4, units: 'metric' }, metres(0.4), 10],
    [{ kind: 'point', factor: 10, units: 'us' }, metres(inchesToMetres(14 as never)), feetToMetres((14 * Math.sqrt(1089)) as never) / 12],
    [{ kind: 'circle', radius: metres(12.62) }, metres(0.4), 12.62],
  ])('%j, %f m thick: %f m', (rule, dbh, limit) => expect(limitOf(rule, dbh)?.distance).toBeCloseTo(limit, 9));

  const nested: SamplingRule = {
    kind: 'nested',
    circles: [
      { from: metres(0.3), radius: metres(12.62) },
      { from: metres(0.07), radius: metres(3.99) },
      { from: metres(0.15), radius: metres(7.98) },
    ],
  };
  it.each([
    [0.0699, undefined],
    [0.07, 3.99],
    [0.1499, 3.99],
    [0.15, 7.98],
    [0.3, 12.62],
    [1.2, 12.62],
  ])('of nested circles, %f m thick: %s', (dbh, limit) => expect(limitOf(nested, metres(dbh))?.distance).toBe(limit));

  it('is drawn so that a tree on a point stands for the factor’s basal area, whatever its diameter', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 2, noNaN: true }), fc.double({ min: 0.5, max: 20, noNaN: true }), (d, factor) => {
        const perHectare = limitOf({ kind: 'point', factor, units: 'metric' }, metres(d))?.perHectare ?? 0;
        expect(((perHectare * Math.PI) / 4) * d * d).toBeCloseTo(factor, 8);
      }),
    ));

  it.each<[string, SamplingRule]>([
    ['a radius of 0', { kind: 'circle', radius: metres(0) }],
    ['a factor of 0', { kind: 'point', factor: 0, units: 'us' }],
    ['a factor that is no number', { kind: 'point', factor: Number.NaN, units: 'us' }],
    ['no circle', { kind: 'nested', circles: [] }],
    [
      'a smaller circle for thicker trees',
      {
        kind: 'nested',
        circles: [
          { from: metres(0.1), radius: metres(8) },
          { from: metres(0.2), radius: metres(4) },
        ],
      },
    ],
    [
      'two circles for one diameter',
      {
        kind: 'nested',
        circles: [
          { from: metres(0.1), radius: metres(4) },
          { from: metres(0.1), radius: metres(8) },
        ],
      },
    ],
  ])('is not said of %s', (_, rule) => expect(() => checkRule(rule)).toThrow());
});

describe('a tape along a slope', () => {
  it('is as long as the way over the ground, walked in small steps', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 40, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 360, noNaN: true }),
        (l, slope, off) => {
          // the ground is a plane that rises along x; the walk knows heights, and no formula
          const rise = Math.tan(degreesToRadians(slope));
          const height = (x: number) => rise * x;
          const [dx, dy] = [Math.cos(degreesToRadians(off)), Math.sin(degreesToRadians(off))];
          let walked = 0;
          const n = 50;
          for (let i = 0; i < n; i++) {
            const [a, b] = [(l * i) / n, (l * (i + 1)) / n];
            walked += Math.hypot((b - a) * dx, (b - a) * dy, height(b * dx) - height(a * dx));
          }
          expect(alongSlope(metres(l), tangent(rise), rad(off))).toBeCloseTo(walked, 8);
          expect(levelOfTape(metres(walked), tangent(rise), rad(off))).toBeCloseTo(l, 8);
        },
      ),
    ));
  it('as worked out by hand', () => {
    expect(alongSlope(metres(12.62), tangent(Math.tan(degreesToRadians(20))), rad(30))).toBeCloseTo(13.23, 2);
    expect(alongSlope(metres(5.64), tangent(Math.tan(degreesToRadians(6.554995147490004))), rad(0))).toBeCloseTo(5.6771127604321245, 9);
  });
});

describe('in or out', () => {
  const plot: SamplingRule = { kind: 'circle', radius: metres(12.62) };
  const tree = (read: number, to: 'axis' | 'bark' = 'axis') => inOrOut(plot, metres(0.4), metres(0.002), level(read, to));

  it('goes by the axis, and is sure only past twice its error', () => {
    expect(tree(12)).toMatchObject({ in: true, near: false, margin: expect.closeTo(0.62, 9) });
    expect(tree(12.6)).toMatchObject({ in: true, near: true });
    expect(tree(12.62)).toMatchObject({ in: true, near: true });
    expect(tree(12.63)).toMatchObject({ in: false, near: true });
    expect(tree(13)).toMatchObject({ in: false, near: false });
    // to the bark half the trunk is added, and the tape that decides is shorter by it
    expect(tree(12.5, 'bark')).toMatchObject({ in: false, distance: expect.closeTo(12.7, 9), tape: expect.closeTo(12.42, 9) });
  });

  it('says the length that decides as the tape lies: a tree read at it is just in, a hair farther out', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 1.5, noNaN: true }),
        fc.double({ min: 1, max: 9, noNaN: true }),
        fc.double({ min: 0, max: 50, noNaN: true }),
        fc.double({ min: 0, max: 180, noNaN: true }),
        fc.constantFrom('axis' as const, 'bark' as const),
        fc.constantFrom('level' as const, 'ground' as const, 'sight' as const),
        (d, factor, slope, off, to, kind) => {
          const rule: SamplingRule = { kind: 'point', factor, units: 'metric' };
          const along =
            kind === 'ground'
              ? ({ kind, slope: tangent(Math.tan(degreesToRadians(slope))), offFallLine: rad(off) } as const)
              : kind === 'sight'
                ? ({ kind, elevation: rad(slope - 25) } as const)
                : ({ kind } as const);
          const at = (read: number) => inOrOut(rule, metres(d), metres(0.002), { read: metres(read), sigma: metres(0.01), along, to });
          const tape = at(1)?.tape ?? Number.NaN;
          expect(at(tape * (1 - 1e-6))?.in).toBe(true);
          expect(at(tape * (1 + 1e-6))?.in).toBe(false);
          expect(at(tape)?.near).toBe(true);
        },
      ),
    ));

  it('holds the diameter’s own error: on a point a judged diameter decides nothing near the limit', () => {
    const point: SamplingRule = { kind: 'point', factor: 4, units: 'metric' };
    expect(inOrOut(point, metres(0.4), metres(0.002), level(9.5))).toMatchObject({ in: true, near: false });
    expect(inOrOut(point, metres(0.4), metres(0.06), level(9.5))).toMatchObject({ in: true, near: true, sigma: expect.closeTo(1.5, 2) });
    // a diameter on the edge between two circles decides which circle it is
    const nested: SamplingRule = {
      kind: 'nested',
      circles: [
        { from: metres(0.07), radius: metres(4) },
        { from: metres(0.3), radius: metres(12) },
      ],
    };
    expect(inOrOut(nested, metres(0.301), metres(0.002), level(8))).toMatchObject({ in: true, near: true });
    expect(inOrOut(nested, metres(0.4), metres(0.002), level(8))).toMatchObject({ in: true, near: false });
    expect(inOrOut(nested, metres(0.06), metres(0.002), level(1))).toBeNull();
  });

  it('a tree on the centre is in, and its bark is no distance at all', () => {
    expect(tree(0)).toMatchObject({ in: true, near: false });
    expect(inOrOut({ kind: 'circle', radius: metres(0.1) }, metres(0.4), metres(0), level(0.01, 'bark'))).toMatchObject({
      in: false,
      tape: null,
    });
  });
});

describe('the class of a diameter', () => {
  it.each([
    [2.4, 1, 'middle', 2],
    [2.5, 1, 'middle', 3],
    [11.5, 1, 'middle', 12],
    [14.999, 5, 'lower-limit', 10],
    [15, 5, 'lower-limit', 15],
    [17.4, 5, 'middle', 15],
    [17.5, 5, 'middle', 20],
    [0.3, 0.1, 'lower-limit', 0.3],
    [3, 2, 'middle', 4],
  ] as const)('%f in classes of %f by %s: %f', (d, w, names, c) => expect(diameterClass(d, w, names)).toBe(c));
  it('holds it, whatever diameter and width', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 30_000 }), fc.integer({ min: 1, max: 100 }), (tenths, w) => {
        const [d, width] = [tenths / 10, w / 10];
        const low = diameterClass(d, width, 'lower-limit');
        expect(low <= d + 1e-6 && d < low + width + 1e-9).toBe(true);
        const middle = diameterClass(d, width, 'middle');
        expect(middle - width / 2 <= d + 1e-6 && d < middle + width / 2 + 1e-9).toBe(true);
      }),
    ));
});
