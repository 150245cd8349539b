import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type AngleScale, degreesToRadians, metres, radians, readingOf, tangent, tangentOf } from '../units';
import { angleError, byAngles, horizontalDistance, horizontalDistanceSigma, predictedBase, signCase } from './index';

const heightOf = (distance: number, top: number, base: number, markHeight = 0) => {
  const h = byAngles({
    distanceTop: metres(distance),
    distanceBase: metres(distance),
    top: tangent(top),
    base: tangent(base),
    markHeight: metres(markHeight),
  });
  if (!h.ok) throw new Error(h.reason);
  return h.value;
};
const read = (value: number, scale: AngleScale) => tangentOf(value, scale);
const degree = { kind: 'degree' } as const;
const percent = { kind: 'percent' } as const;

describe('height by angles: worked examples', () => {
  it.each([
    ['80 ft, +86 %, −7 %', 80, read(86, percent), read(-7, percent), 74.4, 1],
    ['80 ft, +95 %, +12 %', 80, read(95, percent), read(12, percent), 66.4, 1],
    ['40 m, −5 %, −62 %', 40, read(-5, percent), read(-62, percent), 22.8, 1],
    ['22 m, +41.5°, −4.0°', 22, read(41.5, degree), read(-4, degree), 21.0, 2],
    ['99 ft, topographic +58, −5', 99, read(58, { kind: 'topographic' }), read(-5, { kind: 'topographic' }), 94.5, 1],
    ['13 m, on the 20 m scale', 13, read(27.5, { kind: 'fixed', distance: 20 }), read(-1.8, { kind: 'fixed', distance: 20 }), 19.05, 2],
  ])('%s', (_, d, top, base, expected, digits) => {
    expect(heightOf(d, top, base)).toBeCloseTo(expected, digits);
  });

  it('25 m along a slope of −14°, +35°, −17°', () => {
    const d = horizontalDistance({ taped: metres(25), slope: read(-14, degree), toAxis: metres(0) });
    expect(d).toBeCloseTo(24.26, 2);
    expect(25 / d - 1).toBeCloseTo(0.031, 3);
    expect(heightOf(d, read(35, degree), read(-17, degree))).toBeCloseTo(24.4, 2);
  });

  it('adds half the diameter after the cosine', () => {
    expect(horizontalDistance({ taped: metres(20), slope: tangent(0.75), toAxis: metres(0.2) })).toBeCloseTo(16.2, 12);
  });

  it('predicts the base sight: 1.6 m at 20 m level −8 %, standing 8° uphill −22 %', () => {
    expect(predictedBase(metres(1.6), metres(20), tangent(0)) * 100).toBeCloseTo(-8, 10);
    expect(predictedBase(metres(1.6), metres(20), tangent(Math.tan(degreesToRadians(-8)))) * 100).toBeCloseTo(-22, 0);
  });

  it('gives the error of the example, ±0.20 m, and what makes it', () => {
    const sights = {
      distanceTop: metres(22),
      distanceBase: metres(22),
      top: read(41.5, degree),
      base: read(-4, degree),
      markHeight: metres(0),
    };
    const theta = degreesToRadians(0.25);
    const e = angleError(sights, { distance: 0.05, top: theta, base: theta, tipOffset: 0 });
    expect(e.sigma).toBeCloseTo(0.2, 2);
    expect(e.dominant).toBe('top-sight');
    expect(Math.hypot(...Object.values(e.parts))).toBeCloseTo(e.sigma, 12);
    expect(angleError(sights, { distance: 0.05, top: theta, base: theta, tipOffset: 1.5 }).dominant).toBe('tip-offset');
  });
});

/** A tree and a station by their coordinates; the readings are taken off them by atan2, not by the formulas under test. */
const world = fc.record({
  height: fc.double({ min: 1.5, max: 100, noNaN: true }),
  distance: fc.double({ min: 3, max: 150, noNaN: true }),
  eyeLevel: fc.double({ min: -60, max: 120, noNaN: true }),
  mark: fc.double({ min: 0, max: 2, noNaN: true }),
});
const under80 = (w: { height: number; distance: number; eyeLevel: number }) =>
  Math.max(Math.abs(w.height - w.eyeLevel), Math.abs(w.eyeLevel)) / w.distance < Math.tan(degreesToRadians(80));

describe('height by angles: properties', () => {
  it('recovers a tree from its own readings on any scale', () => {
    const scales: AngleScale[] = [degree, percent, { kind: 'topographic' }, { kind: 'fixed', distance: 20 }];
    fc.assert(
      fc.property(world.filter(under80), fc.constantFrom(...scales), (w, scale) => {
        const sight = (z: number) => {
          const angle = Math.atan2(z - w.eyeLevel, w.distance);
          return tangentOf(scale.kind === 'degree' ? (angle * 180) / Math.PI : readingOf(tangent(Math.tan(angle)), scale), scale);
        };
        expect(heightOf(w.distance, sight(w.height), sight(0)) / w.height).toBeCloseTo(1, 9);
        expect(heightOf(w.distance, sight(w.height), sight(w.mark), w.mark) / w.height).toBeCloseTo(1, 9);
      }),
      { numRuns: 500 },
    );
  });

  it('tells the three sign cases apart, and magnitudes add or subtract accordingly', () => {
    fc.assert(
      fc.property(world.filter(under80), (w) => {
        const top = tangent((w.height - w.eyeLevel) / w.distance);
        const base = tangent(-w.eyeLevel / w.distance);
        fc.pre(Math.abs(top) > 1e-9 && Math.abs(base) > 1e-9);
        const kind = signCase(top, base);
        expect(kind).toBe(w.eyeLevel < 0 ? 'eye-below-base' : w.eyeLevel > w.height ? 'eye-above-top' : 'eye-between');
        const [a, b] = [Math.abs(top) * w.distance, Math.abs(base) * w.distance];
        expect(kind === 'eye-between' ? a + b : Math.abs(a - b)).toBeCloseTo(w.height, 6);
      }),
    );
  });

  it('leans: tip and base at their own distances', () => {
    fc.assert(
      fc.property(world.filter(under80), fc.double({ min: -0.3, max: 0.3, noNaN: true }), (w, lean) => {
        const tipDistance = w.distance * (1 + lean);
        const h = byAngles({
          distanceTop: metres(tipDistance),
          distanceBase: metres(w.distance),
          top: tangent((w.height - w.eyeLevel) / tipDistance),
          base: tangent(-w.eyeLevel / w.distance),
          markHeight: metres(0),
        });
        expect(h.ok && h.value / w.height).toBeCloseTo(1, 9);
      }),
    );
  });

  it('states an error that simulated readings scatter by', () => {
    // an independent check: draw readings with normal errors (Box–Muller on a fixed congruential sequence)
    let state = 20261123;
    const uniform = () => {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      return (state + 0.5) / 2 ** 32;
    };
    const normal = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
    const [d, h, eye, sd, st, sx] = [24, 21, 1.6, 0.1, degreesToRadians(0.3), 0.6];
    const heights: number[] = [];
    for (let i = 0; i < 20_000; i++) {
      const taped = d + sd * normal();
      const top = Math.tan(Math.atan2(h - eye, d + sx * normal()) + st * normal());
      const base = Math.tan(Math.atan2(-eye, d) + st * normal());
      heights.push(taped * (top - base));
    }
    const mean = heights.reduce((a, b) => a + b) / heights.length;
    const spread = Math.sqrt(heights.reduce((s, x) => s + (x - mean) ** 2, 0) / (heights.length - 1));
    const sights = {
      distanceTop: metres(d),
      distanceBase: metres(d),
      top: tangent((h - eye) / d),
      base: tangent(-eye / d),
      markHeight: metres(0),
    };
    const stated = angleError(sights, { distance: sd, top: st, base: st, tipOffset: sx }).sigma;
    expect(stated / spread).toBeGreaterThan(0.97);
    expect(stated / spread).toBeLessThan(1.03);
  });

  it('propagates the slope sight into the distance', () => {
    const tape = { taped: metres(25), slope: tangent(Math.tan(degreesToRadians(30))), toAxis: metres(0) };
    expect(horizontalDistanceSigma(tape, 0, radians(0.01))).toBeCloseTo(25 * 0.5 * 0.01, 9);
    expect(horizontalDistanceSigma(tape, 0.1, 0)).toBeCloseTo(0.1 * Math.cos(degreesToRadians(30)), 9);
  });

  it('has no answer for a top under the base, and refuses what is no distance', () => {
    expect(
      byAngles({ distanceTop: metres(20), distanceBase: metres(20), top: tangent(-0.2), base: tangent(0.1), markHeight: metres(0) }),
    ).toMatchObject({ ok: false, code: 'top-below-base' });
    expect(() => heightOf(0, 1, 0)).toThrow(/distance/);
    expect(() => heightOf(Number.NaN, 1, 0)).toThrow(/distance/);
    expect(() => heightOf(20, Number.POSITIVE_INFINITY, 0)).toThrow(/top sighting/);
    expect(() => heightOf(20, 1, 0, Number.NaN)).toThrow(/mark height/);
  });
});
