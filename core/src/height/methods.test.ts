import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Stream } from '../practice/chance';
import { expectShare, runs } from '../practice/test-rates';
import { type Answer, degreesToRadians, metres, radians, tangent } from '../units';
import { byAngles, byDevice, byLineShots, byPole, bySetAngle, byShadow, byStick, byTwoStations, logsByStick, propagate } from './index';

const ok = <T>(a: Answer<T>): T => {
  if (!a.ok) throw new Error(a.code);
  return a.value;
};
const deg = (n: number) => degreesToRadians(n);
const pct = (n: number) => tangent(n / 100);
const m = metres;

describe('worked examples', () => {
  it.each([
    [
      'two line-of-sight shots',
      () => ok(byLineShots({ distance: m(31.6), angle: deg(47.2) }, { distance: m(22.4), angle: deg(-6.5) })),
      25.72,
    ],
    ['a pole at the base', () => ok(byPole(m(4), pct(96), pct(-8), pct(14))), 18.91],
    [
      'two stations: distance',
      () => ok(byTwoStations({ top: pct(92), base: pct(-4) }, { top: pct(58), base: pct(-3) }, m(15))).distance,
      26.14,
    ],
    ['two stations: height', () => ok(byTwoStations({ top: pct(92), base: pct(-4) }, { top: pct(58), base: pct(-3) }, m(15))).height, 25.1],
    ['an upright stick', () => byStick(m(0.6), m(31), m(0.72)), 25.83],
    ['a set angle of 1 : 2', () => bySetAngle(m(33), 0.5, m(1)), 17.5],
    ['a shadow', () => ok(byShadow(m(18.6), m(0.44), { height: m(1.5), shadow: m(1.92) }, radians(0))), 14.7],
    ['a shadow up a slope', () => ok(byShadow(m(18.6), m(0.44), { height: m(1.5), shadow: m(1.92) }, deg(6))), 16.59],
    ['an instrument set to 20 m, used at 25', () => byDevice(m(18), m(20), m(25)), 22.5],
    ['logs at another reach', () => logsByStick(3, { used: m(20), drawn: m(20) }, { own: m(0.7), drawn: m(0.635) }), 3 * (0.635 / 0.7)],
  ])('%s', (_, compute, expected) => expect(compute()).toBeCloseTo(expected, 2));
});

/** A tree and an eye as points in space: sights are rays from one to the other, and know no formula under test. */
const scene = fc.record({
  height: fc.double({ min: 1.5, max: 60, noNaN: true }),
  distance: fc.double({ min: 3, max: 80, noNaN: true }),
  eye: fc.double({ min: -8, max: 12, noNaN: true }),
});
const ray = (from: { x: number; y: number }, to: { x: number; y: number }) => {
  const [dx, dy] = [from.x - to.x, to.y - from.y];
  return { t: tangent(dy / dx), angle: radians(Math.atan2(dy, dx)), length: m(Math.hypot(dx, dy)) };
};

describe('every method recovers a tree from the rays that meet it', () => {
  it('whatever its height, the distance and the level of the eye', () => {
    fc.assert(
      fc.property(scene, fc.double({ min: 2, max: 40, noNaN: true }), ({ height, distance, eye }, baseline) => {
        const from = { x: distance, y: eye };
        const [tip, base] = [ray(from, { x: 0, y: height }), ray(from, { x: 0, y: 0 })];
        const near = (value: number) => expect(value / height).toBeCloseTo(1, 6);
        near(ok(byAngles({ distanceTop: m(distance), distanceBase: m(distance), top: tip.t, base: base.t, markHeight: m(0) })));
        near(ok(byLineShots({ distance: tip.length, angle: tip.angle }, { distance: base.length, angle: base.angle })));
        near(ok(byPole(m(2), tip.t, base.t, ray(from, { x: 0, y: 2 }).t)));
        near(byStick(m(0.7 * (tip.t - base.t)), m(distance), m(0.7)));
        // the second station stands higher or lower: the ground between them is of no matter
        const back = { x: distance + baseline, y: eye + baseline * 0.1 };
        const far = { top: ray(back, { x: 0, y: height }).t, base: ray(back, { x: 0, y: 0 }).t };
        near(ok(byTwoStations({ top: tip.t, base: base.t }, far, m(baseline))).height);
      }),
    );
  });
  it('two shots even where the tip is not above the base', () => {
    fc.assert(
      fc.property(scene, fc.double({ min: -2.5, max: 2.5, noNaN: true }), ({ height, distance, eye }, lean) => {
        const from = { x: distance, y: eye };
        const [tip, base] = [ray(from, { x: lean, y: height }), ray(from, { x: 0, y: 0 })];
        expect(
          ok(byLineShots({ distance: tip.length, angle: tip.angle }, { distance: base.length, angle: base.angle })) / height,
        ).toBeCloseTo(1, 9);
      }),
    );
  });
  it('by shadow, from the sun on any slope', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 40, noNaN: true }),
        fc.double({ min: 12, max: 70, noNaN: true }),
        fc.double({ min: -10, max: 30, noNaN: true }),
        (height, sun, slope) => {
          // the ray through the tip, down to the ground that rises away from the tree
          const [e, g] = [Math.tan(deg(sun)), Math.tan(deg(slope))];
          const x = height / (e + g);
          const along = x / Math.cos(deg(slope));
          const found = byShadow(m(along - 0.2 / Math.cos(deg(slope))), m(0.4), { height: m(1.5), shadow: m(1.5 / e) }, deg(slope));
          if (along > 0.3) expect(ok(found) / height).toBeCloseTo(1, 9);
        },
      ),
    );
  });
});

describe('what has no answer says so', () => {
  it.each([
    [
      'two stations with the same sights',
      byTwoStations({ top: pct(60), base: pct(-5) }, { top: pct(60), base: pct(-5) }, m(10)),
      'no-parallax',
    ],
    [
      'sights that grow with the distance',
      byTwoStations({ top: pct(50), base: pct(-5) }, { top: pct(60), base: pct(-5) }, m(10)),
      'no-parallax',
    ],
    ['a pole top below its foot', byPole(m(4), pct(90), pct(10), pct(5)), 'pole-below-base'],
    ['a tip below the base', byPole(m(4), pct(-20), pct(-8), pct(14)), 'top-below-base'],
    ['the sun in the plane of the slope', byShadow(m(10), m(0), { height: m(1), shadow: m(1) }, deg(-45)), 'sun-in-slope'],
    ['shots that cross', byLineShots({ distance: m(20), angle: deg(-10) }, { distance: m(20), angle: deg(5) }), 'top-below-base'],
  ] as const)('%s', (_, found, code) => expect(found).toMatchObject({ ok: false, code, reason: expect.stringMatching(/\.$/) }));
  it('and a reading that is none is refused', () => {
    expect(() => byShadow(m(0), m(0), { height: m(1), shadow: m(1) }, radians(0))).toThrow(/shadow of the tree/);
    expect(() => byStick(m(-1), m(10), m(0.7))).toThrow(/stick/);
    expect(() => byPole(m(4), tangent(Number.NaN), pct(0), pct(10))).toThrow(/tip/);
  });
});

describe('errors by propagation', () => {
  it('agree with the tangent method’s own formula', () => {
    const read = {
      distance: { value: 22, sigma: 0.05 },
      top: { value: deg(41.5), sigma: deg(0.25) },
      base: { value: deg(-4), sigma: deg(0.25) },
    };
    const found = propagate(read, (v) => v.distance * (Math.tan(v.top) - Math.tan(v.base)));
    expect(found.sigma).toBeCloseTo(0.2, 2);
    expect(found.dominant).toBe('top');
    expect(Math.hypot(...Object.values(found.parts))).toBeCloseTo(found.sigma, 12);
  });
  it('hold in simulation: shots, a pole, two stations, a shadow within two of them in 93 to 97 % of trials', () => {
    const methods = {
      shots: {
        read: {
          s1: { value: 31.6, sigma: 0.15 },
          a1: { value: deg(47.2), sigma: deg(0.2) },
          s2: { value: 22.4, sigma: 0.15 },
          a2: { value: deg(-6.5), sigma: deg(0.2) },
        },
        formula: (v: Record<string, number>) =>
          ok(byLineShots({ distance: m(v.s1 ?? 0), angle: radians(v.a1 ?? 0) }, { distance: m(v.s2 ?? 0), angle: radians(v.a2 ?? 0) })),
      },
      pole: {
        read: { top: { value: 0.96, sigma: 0.005 }, base: { value: -0.08, sigma: 0.005 }, pole: { value: 0.14, sigma: 0.005 } },
        formula: (v: Record<string, number>) => ok(byPole(m(4), tangent(v.top ?? 0), tangent(v.base ?? 0), tangent(v.pole ?? 0))),
      },
      stations: {
        read: {
          a: { value: 0.92, sigma: 0.004 },
          b: { value: -0.04, sigma: 0.004 },
          c: { value: 0.58, sigma: 0.004 },
          d: { value: -0.03, sigma: 0.004 },
          line: { value: 15, sigma: 0.02 },
        },
        formula: (v: Record<string, number>) =>
          ok(
            byTwoStations(
              { top: tangent(v.a ?? 0), base: tangent(v.b ?? 0) },
              { top: tangent(v.c ?? 0), base: tangent(v.d ?? 0) },
              m(v.line ?? 0),
            ),
          ).height,
      },
      shadow: {
        read: { tree: { value: 18.6, sigma: 0.2 }, staff: { value: 1.92, sigma: 0.03 } },
        formula: (v: Record<string, number>) =>
          ok(byShadow(m(v.tree ?? 0), m(0.44), { height: m(1.5), shadow: m(v.staff ?? 0) }, radians(0))),
      },
    };
    const N = runs(4000);
    const s = new Stream(404);
    for (const [name, { read, formula }] of Object.entries(methods)) {
      const entries = Object.entries(read) as [string, { value: number; sigma: number }][];
      const truth = formula(Object.fromEntries(entries.map(([k, { value }]) => [k, value])));
      let inside = 0;
      for (let i = 0; i < N; i++) {
        const drawn = Object.fromEntries(entries.map(([k, { value, sigma }]) => [k, value + s.normal(sigma)]));
        const stated = propagate(Object.fromEntries(entries.map(([k, { sigma }]) => [k, { value: drawn[k] ?? 0, sigma }])), formula).sigma;
        if (Math.abs(formula(drawn) - truth) <= 2 * stated) inside++;
      }
      expectShare(inside, N, { from: 0.93, to: 0.97 }, name);
    }
  });
  it('refuse to state an error where the formula has no answer nearby', () => {
    expect(() => propagate({ x: { value: 1, sigma: 20 } }, ({ x }) => Math.sqrt(x))).toThrow(/not|finite/);
  });
});
