import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { TYPICAL_ERRORS } from '../kit/index';
import type { Reading } from '../reading/index';
import { PRESETS } from '../survey/index';
import { deriveTree, type HeightResult, type TreeResult } from '../tree/index';
import { metres } from '../units';
import { Stream } from './chance';
import {
  leanReading,
  leanReadings,
  SIMULATED_METHODS,
  type SimulatedMethod,
  type SimulatedTree,
  simulateReadings,
  stemSight,
  USUAL_GEAR,
} from './index';
import { expectShare, runs } from './test-rates';

const protocol = PRESETS.monitoring.options;
const exact = () => 0;
const derive = (readings: readonly Reading[], tipOffset = 0): TreeResult =>
  deriveTree({ readings, protocol, species: { tipOffset }, eyeHeight: metres(1.6) });
const heightOf = (r: TreeResult): HeightResult => {
  if (!r.height.ok) throw new Error(r.height.reason);
  return r.height.value;
};
const plumb = { lean: 0, leanTo: 0, tipToward: 0, tipAside: 0, crown: null } as const;

/** Any tree on any ground, seen from anywhere sensible. */
const tree = fc
  .record({
    height: fc.double({ min: 2, max: 60, noNaN: true }),
    back: fc.double({ min: 0.4, max: 2.5, noNaN: true }),
    slope: fc.double({ min: -0.5, max: 0.5, noNaN: true }),
    eyeHeight: fc.double({ min: 1.3, max: 1.9, noNaN: true }),
  })
  .map(
    ({ height, back, ...rest }): SimulatedTree => ({
      height,
      diameter: height / 60,
      crownBase: height * 0.5,
      distance: height * back + 1,
      ...plumb,
      ...rest,
    }),
  );

describe('every method recovers a plumb tree from the rays that meet it', () => {
  it.each(SIMULATED_METHODS)('%s', (method) => {
    fc.assert(
      fc.property(tree, (t) => {
        // a set angle needs a level mark on the stem, a shadow a sun over the slope
        if (method === 'set-angle' && t.slope > 0.2) return;
        const readings = simulateReadings(method, t, exact, TYPICAL_ERRORS);
        const result = derive(readings);
        // baselines short beside the distance have errors as large as the tree, and say so
        if (!result.height.ok && result.height.code === 'errors-too-large') return;
        const found = heightOf(result);
        expect(found.value / t.height).toBeCloseTo(1, 5);
        expect(found.method).toBe(method === 'set-angle' && readings.every((r) => r.kind !== 'mark-height') ? 'set-angle' : method);
      }),
    );
  });

  it('the angle between base and tip may pass 90° near a tall tree', () => {
    const t: SimulatedTree = { height: 20, diameter: 0.4, crownBase: 9, distance: 8, eyeHeight: 1.6, slope: -0.5, ...plumb };
    const readings = simulateReadings('included-angle', { ...t, height: 15.2, distance: 7 }, exact, TYPICAL_ERRORS);
    const tip = readings.find((r) => r.kind === 'angle' && r.target === 'tip');
    expect(tip?.kind === 'angle' && tip.value).toBeGreaterThan(90);
    expect(heightOf(derive(readings)).value).toBeCloseTo(15.2, 6);
  });

  it('a lean that is known is taken out, whichever way it goes; two shots need not know it', () => {
    fc.assert(
      fc.property(
        tree,
        fc.double({ min: 0, max: 0.3, noNaN: true }),
        fc.constantFrom(0, Math.PI / 2, Math.PI),
        (plumbTree, lean, leanTo) => {
          const t = { ...plumbTree, lean, leanTo };
          const told = [...simulateReadings('two-sights', t, exact, TYPICAL_ERRORS), leanReading(t, exact, TYPICAL_ERRORS)];
          const found = derive(told).height;
          if (found.ok) {
            expect(found.value.value / t.height).toBeCloseTo(1, 5);
            expect(found.value.stemLength).toBeCloseTo(found.value.value / Math.cos(lean), 6);
          }
          const shots = derive(simulateReadings('line-shots', t, exact, TYPICAL_ERRORS)).height;
          if (shots.ok) expect(shots.value.value / t.height).toBeCloseTo(1, 5);
        },
      ),
    );
  });

  it('the crown base from the same station', () => {
    const t: SimulatedTree = { height: 24, diameter: 0.4, crownBase: 11, distance: 26, eyeHeight: 1.6, slope: 0.1, ...plumb };
    for (const method of ['two-sights', 'pole', 'transponder'] as const) {
      const { crownBase, crown } = derive([...simulateReadings(method, t, exact, TYPICAL_ERRORS), stemSight(t, 11, exact, TYPICAL_ERRORS)]);
      expect(crownBase).toMatchObject({ ok: true, value: { value: expect.closeTo(11, 9) } });
      expect(crown).toMatchObject({ ok: true, value: { ratio: expect.closeTo(13 / 24, 9), length: expect.closeTo(13, 9) } });
    }
  });

  it('a lean nobody told reads low from the side, as the books say', () => {
    const t: SimulatedTree = {
      height: 20,
      diameter: 0.4,
      crownBase: 9,
      distance: 20,
      eyeHeight: 1.6,
      slope: 0,
      ...plumb,
      leanTo: Math.PI / 2,
    };
    const low = (degrees: number) =>
      20 - heightOf(derive(simulateReadings('two-sights', { ...t, lean: (degrees * Math.PI) / 180 }, exact, TYPICAL_ERRORS))).value;
    expect(low(10)).toBeCloseTo(0.28, 2);
    expect(low(20)).toBeCloseTo(1.1, 1);
  });

  it('a broad crown’s shoulder stands over its tip', () => {
    const t: SimulatedTree = {
      height: 21.6,
      diameter: 0.6,
      crownBase: 8,
      distance: 20,
      eyeHeight: 1.6,
      slope: 0,
      ...plumb,
      crown: { halfWidth: 5, depth: 5 },
    };
    const over = heightOf(derive(simulateReadings('two-sights', t, exact, TYPICAL_ERRORS))).value - t.height;
    expect(over).toBeGreaterThan(2);
    expect(over).toBeLessThan(3);
  });
});

describe('stated errors hold against the truth', () => {
  const N = runs(4000);
  const OFFSET = 0.5;
  it.each(SIMULATED_METHODS)('%s: within two of them in 93 to 97 %% of simulated measurements', (method) => {
    const s = new Stream(4000 + method.length * 17);
    let [inside, all] = [0, 0];
    for (let i = 0; i < N; i++) {
      const height = s.between(8, 45);
      const t: SimulatedTree = {
        height,
        diameter: height / s.between(40, 90),
        crownBase: height * 0.5,
        ...plumb,
        tipToward: s.normal(OFFSET),
        tipAside: s.normal(OFFSET),
        distance: height * s.between(0.8, 1.6),
        eyeHeight: 1.6,
        slope: method === 'set-angle' ? s.between(-0.15, 0.03) : s.between(-0.25, 0.25),
      };
      const draw = (sigma: number) => s.normal(sigma);
      const readings = simulateReadings(method, t, draw, TYPICAL_ERRORS, { ...USUAL_GEAR, baseline: height * 0.8, pole: 5 });
      const found = derive(readings, OFFSET).height;
      if (!found.ok) continue;
      all++;
      if (Math.abs(found.value.value - t.height) <= 2 * found.value.sigma) inside++;
    }
    expect(all).toBeGreaterThan(N * 0.98);
    expectShare(inside, all, { from: 0.93, to: 0.97 }, method);
  });

  it.each(['two-sights', 'pole', 'two-stations'] as const)('%s with a lean that somebody judged', (method: SimulatedMethod) => {
    const s = new Stream(99);
    let [inside, all] = [0, 0];
    for (let i = 0; i < N; i++) {
      const height = s.between(8, 35);
      const lean = s.between(0.06, 0.25);
      const t: SimulatedTree = {
        height,
        diameter: height / 60,
        crownBase: height / 2,
        lean,
        leanTo: [0, Math.PI / 2, Math.PI][i % 3] as number,
        tipToward: s.normal(OFFSET),
        tipAside: s.normal(OFFSET),
        crown: null,
        distance: height * s.between(1, 1.6),
        eyeHeight: 1.6,
        slope: s.between(-0.2, 0.2),
      };
      const draw = (sigma: number) => s.normal(sigma);
      const readings = simulateReadings(method, t, draw, TYPICAL_ERRORS, { ...USUAL_GEAR, baseline: height, pole: 5 });
      const told = leanReading(t, draw, TYPICAL_ERRORS);
      const found = derive([...readings, method === 'two-stations' ? { ...told, station: 'near' } : told], OFFSET).height;
      if (!found.ok) continue;
      all++;
      if (Math.abs(found.value.value - t.height) <= 2 * found.value.sigma) inside++;
    }
    expect(all).toBeGreaterThan(N * 0.9);
    expectShare(inside, all, { from: 0.93, to: 0.975 }, method);
  });
});

describe('a lean that is told enters every method', () => {
  it.each(SIMULATED_METHODS.flatMap((m) => [0, Math.PI / 2, Math.PI].map((to) => [m, to] as const)))('%s, toward %d', (method, leanTo) => {
    const t: SimulatedTree = {
      height: 21,
      diameter: 0.4,
      crownBase: 9,
      lean: 0.17,
      leanTo,
      tipToward: 0,
      tipAside: 0,
      crown: null,
      distance: 26,
      eyeHeight: 1.6,
      slope: 0,
    };
    const read = simulateReadings(method, t, () => 0, TYPICAL_ERRORS, { ...USUAL_GEAR, baseline: 14, pole: 4 });
    const station = read.find((r) => r.kind === 'baseline')?.station;
    const told = leanReadings(read, t, () => 0, TYPICAL_ERRORS).map((r) => ({ ...r, ...(station ? { station } : {}) }));
    const { height } = deriveTree({
      readings: [...read, ...told],
      protocol: PRESETS['forest-metric'].options,
      species: { tipOffset: 0 },
      eyeHeight: metres(1.6),
    });
    expect(height, JSON.stringify(height)).toMatchObject({ ok: true });
    expect(height.ok && height.value.value).toBeCloseTo(t.height, 2);
  });
});
