import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { TYPICAL_ERRORS } from '../kit/index';
import { leanReading, SIMULATED_METHODS, type SimulatedMethod, type SimulatedTree, simulateReadings } from '../practice/index';
import type { Reading } from '../reading/index';
import { PRESETS } from '../survey/index';
import { deriveTree } from '../tree/index';
import { metres } from '../units';
import { type SightLayout, sightLayout, sightScene } from './index';
import { Look } from './test-look';

const SIZES = [
  { width: 716, height: 640 },
  { width: 390, height: 236 },
  { width: 640, height: 560 },
];
const protocol = PRESETS['forest-metric'].options;
const exact = () => 0;
const plumb = { lean: 0, leanTo: 0, tipToward: 0, tipAside: 0, crown: null } as const;

function sceneOf(readings: readonly Reading[], method: SimulatedMethod) {
  const result = deriveTree({ readings, protocol, eyeHeight: metres(1.6) });
  const station = readings.find((r) => r.station)?.station;
  return sightScene({
    result,
    readings,
    protocol,
    species: { crown: 'conifer' },
    eyeHeight: metres(1.6),
    scale: { kind: 'percent' },
    method,
    ...(station ? { station } : {}),
  });
}

function lookAt(l: SightLayout, size: { width: number; height: number }): number {
  const look = new Look();
  look.labels(
    l.labels,
    size,
    [l.inset, l.hand].flatMap((inset) => (inset ? [inset.box] : [])),
  );
  look.points([l.foot, ...l.stem, ...l.crown], size);
  look.points(
    [...l.sights, ...l.lines].flatMap((s) => [s.from, s.to]),
    size,
  );
  look.points(
    l.marks.map((m) => m.at),
    size,
  );
  return look.settle();
}

/** A tree of any height, lean and ground, and a station up to three heights off. */
const tree = fc
  .record({
    height: fc.double({ min: 3, max: 60, noNaN: true }),
    back: fc.double({ min: 0.5, max: 2.5, noNaN: true }),
    slope: fc.double({ min: -0.6, max: 0.4, noNaN: true }),
    eyeHeight: fc.constant(1.6),
    lean: fc.constantFrom(0, 0.1, 0.25),
    leanTo: fc.constantFrom(0, Math.PI / 2, Math.PI),
  })
  .map(
    ({ height, back, ...rest }): SimulatedTree => ({
      ...plumb,
      height,
      diameter: height / 60,
      crownBase: height / 2,
      distance: height * back + 2,
      ...rest,
    }),
  );

describe.each(SIMULATED_METHODS)('the drawing of %s', (method) => {
  it.each(SIZES)('has no label over another and nothing outside, at $width × $height', (size) => {
    let looked = 0;
    fc.assert(
      fc.property(tree, fc.nat(6), (t, missing) => {
        const all = [...simulateReadings(method, t, exact, TYPICAL_ERRORS)];
        const told = leanReading(t, exact, TYPICAL_ERRORS);
        const station = all.find((r) => r.station)?.station;
        const readings = [...all, { ...told, ...(station ? { station } : {}) } as Reading];
        // also on the way, with some still to be read
        const scene = sceneOf(readings.slice(0, readings.length - (missing % readings.length)), method);
        looked += lookAt(sightLayout(scene, size), size);
      }),
      { numRuns: 60 },
    );
    expect(looked).toBeGreaterThan(60 * 50);
  });

  it('is to scale: what was read is as long as it is', () => {
    const t: SimulatedTree = { ...plumb, height: 22, diameter: 0.4, crownBase: 11, distance: 24, eyeHeight: 1.6, slope: 0.05 };
    const readings = simulateReadings(method, t, exact, TYPICAL_ERRORS);
    const scene = sceneOf(readings, method);
    const l = sightLayout(scene, SIZES[0] as { width: number; height: number });
    const top = Math.min(...l.stem.map((p) => p.y));
    expect((l.foot.y - top) / l.scale).toBeCloseTo(22, 3);
    expect(l.labels.length).toBeGreaterThan(1);
    for (const dimension of l.dimensions) expect((dimension.from - dimension.to) / l.scale).toBeCloseTo(22, 3);
    const lengths = l.lines.map((x) => ({ style: x.style, long: Math.hypot(x.to.x - x.from.x, x.to.y - x.from.y) / l.scale }));
    const read = (kind: string) => (readings.find((r) => r.kind === kind) as { value: number } | undefined)?.value ?? 0;
    const long = (style: string) => lengths.find((x) => x.style === style)?.long;
    if (method === 'pole') expect(long('pole')).toBeCloseTo(4, 6);
    if (method === 'two-stations') expect(long('baseline')).toBeCloseTo(15 * Math.hypot(1, 0.05), 6);
    if (method === 'shadow') expect(long('shadow')).toBeCloseTo(read('shadow'), 1);
    if (method === 'stick')
      expect((l.hand?.stick[0].y ?? 0) - (l.hand?.stick[1].y ?? 0)).toBeCloseTo((read('stick') / 100) * (l.hand?.scale ?? 0), 6);
    if (scene.viewer === 'person') {
      const tip = l.sights.find((s) => s.target === 'tip' || s.target === method || s.target === 'device');
      expect(tip && (l.foot.y - tip.to.y) / l.scale).toBeCloseTo(22, 2);
    }
  });
});
