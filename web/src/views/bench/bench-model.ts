import {
  DomainError,
  eyeAt,
  leanReadings,
  metres,
  PRESETS,
  type Reading,
  radians,
  radiansToDegrees,
  type SightScene,
  type SimulatedGear,
  type SimulatedMethod,
  type SimulatedTree,
  type StandAdvice,
  sightedTip,
  sightScene,
  simulateReadings,
  type TreeResult,
  TYPICAL_ERRORS,
  tangent,
  type UnitSystem,
  USUAL_GEAR,
  whereToStand,
} from '@arbolito/core';
import { resultOf } from '../../book/derive';
import type { Handle } from '../../ui/Handles';
import { type BenchField, fieldsOf, withTyped } from './bench-fields';

/** What stands on the bench: a tree whose truth is known, how it is measured, and what somebody typed instead. */
export interface BenchState {
  readonly method: SimulatedMethod;
  readonly tree: SimulatedTree;
  readonly gear: SimulatedGear;
  /** Whether the lean is said to the computation, or is there without anybody knowing. */
  readonly leanSaid: boolean;
  readonly scale: 'percent' | 'degree';
  /** How far one can stand back here, metres, and the steepest figure of the scale, per cent; null where nothing hinders. */
  readonly farthest: number | null;
  readonly scaleEnd: number | null;
  readonly units: UnitSystem;
  /** Readings typed over what would be read, by field. */
  readonly typed: Readonly<Record<string, string>>;
}

export const BENCH: BenchState = {
  method: 'two-sights',
  tree: {
    height: 22,
    diameter: 0.4,
    crownBase: 10,
    lean: 0,
    leanTo: 0,
    tipToward: 0,
    tipAside: 0,
    crown: null,
    distance: 24,
    eyeHeight: 1.6,
    slope: 0,
  },
  gear: USUAL_GEAR,
  leanSaid: true,
  scale: 'percent',
  farthest: null,
  scaleEnd: null,
  units: 'metric',
  typed: {},
};

export interface BenchView {
  readonly fields: readonly BenchField[];
  readonly result: TreeResult | null;
  /** Why there is no result. */
  readonly trouble: string | null;
  readonly scene: SightScene;
  /** Measured less true, metres; null where readings were typed and the truth is not known. */
  readonly off: number | null;
  /** The best place for two sights, and the error there. */
  readonly better: StandAdvice | null;
}

const EXACT = () => 0;
const METRIC = PRESETS['forest-metric'].options;

/** Everything the bench shows, from its state alone. */
export function benchOf(s: BenchState): BenchView {
  const protocol = s.units === 'us' ? { ...METRIC, units: 'us' as const } : METRIC;
  const read = inScale([...simulateReadings(s.method, s.tree, EXACT, TYPICAL_ERRORS, s.gear), ...said(s)], s.scale);
  const fields = fieldsOf(read, s.units, s.typed);
  const readings = withTyped(read, fields);
  const typed = fields.some((f) => f.changed);
  const input = { protocol, species: { crown: 'conifer' as const }, eyeHeight: s.tree.eyeHeight };
  const derived = safely(() => resultOf({ ...input, readings }));
  const { result } = derived;
  const height = result?.height.ok ? result.height.value : null;
  const station = readings.find((r) => r.station)?.station;
  // what is drawn is the tree itself, with its lean; typed readings draw what follows from them
  const known = typed ? null : safely(() => resultOf({ ...input, readings: trueReadings(s) })).result;
  const scene = sightScene({
    result: known ?? result ?? resultOf({ ...input, readings: [] }),
    // the words of the drawing are what is read, as an eyepiece would show it
    readings: shown(typed ? readings : [...read, ...leanAsItIs(s)]),
    protocol,
    species: { crown: s.tree.crown ? 'broad' : 'conifer' },
    eyeHeight: metres(s.tree.eyeHeight),
    scale: { kind: s.scale },
    method: s.method,
    ...(station ? { station } : {}),
  });
  const found = result?.stations.find((x) => x.ok);
  const better =
    s.method === 'two-sights' && height && found?.ok
      ? whereToStand({
          height: metres(s.tree.height),
          eyeHeight: metres(s.tree.eyeHeight),
          slope: tangent(s.tree.slope),
          distanceShare: TYPICAL_ERRORS.levelDistance,
          angle: TYPICAL_ERRORS.angle,
          tipOffset: 0.5,
          crown: s.tree.crown ? { halfWidth: metres(s.tree.crown.halfWidth), depth: metres(s.tree.crown.depth) } : null,
          farthest: s.farthest === null ? null : metres(s.farthest),
          scaleEnd: s.scaleEnd === null ? null : tangent(s.scaleEnd / 100),
        })
      : null;
  const why = result && !result.height.ok ? result.height.reason : null;
  return {
    fields,
    result,
    trouble: derived.trouble ?? why,
    scene: typed ? scene : seen(scene, s),
    off: typed || !height ? null : height.value - s.tree.height,
    better,
  };
}

/** A lean that is said, and a crown that is: readings of the station. */
function said(s: BenchState, read = simulateReadings(s.method, s.tree, EXACT, TYPICAL_ERRORS, s.gear)): readonly Reading[] {
  const station = s.method === 'two-stations' ? { station: 'near' } : {};
  return [
    ...(s.tree.lean > 0 && s.leanSaid ? leanReadings(read, s.tree, EXACT, TYPICAL_ERRORS).map((r) => ({ ...r, ...station })) : []),
    ...(s.tree.crown ? [{ kind: 'crown' as const, ...s.tree.crown, unit: 'm' as const, ...station }] : []),
  ];
}

/** What would be read if nothing misled: the tip itself sighted, its lean known. */
function trueReadings(s: BenchState): readonly Reading[] {
  const plain = { ...s, tree: { ...s.tree, crown: null }, leanSaid: true };
  return inScale(
    [...simulateReadings(s.method, plain.tree, EXACT, TYPICAL_ERRORS, s.gear), ...said({ ...plain, tree: { ...s.tree } })],
    s.scale,
  );
}

/** A lean that nobody says is drawn all the same. */
const leanAsItIs = (s: BenchState): readonly Reading[] => said({ ...s, leanSaid: !s.leanSaid, tree: { ...s.tree, crown: null } });

/** A tenth of what an instrument shows at most. */
function shown(readings: readonly Reading[]): readonly Reading[] {
  const round = (v: unknown) => (typeof v === 'number' ? Math.round(v * 100) / 100 : v);
  const tenth = (v: number) => Math.round(v * 10) / 10;
  return readings.map((r) => {
    const all = Object.fromEntries(Object.entries(r).map(([k, v]) => [k, round(v)])) as unknown as Reading;
    return all.kind === 'angle' || all.kind === 'lean'
      ? { ...all, value: tenth(all.value) }
      : all.kind === 'shot'
        ? { ...all, elevation: tenth(all.elevation) }
        : all;
  });
}

/** The sight to a broad crown goes to its shoulder. */
function seen(scene: SightScene, s: BenchState): SightScene {
  if (!s.tree.crown) return scene;
  const met = sightedTip(s.tree, eyeAt(s.tree));
  return { ...scene, sights: scene.sights.map((x) => (x.target === 'tip' ? { ...x, to: { x: met.x, y: met.y } } : x)) };
}

/** Sightings in the scale of the bench; included angles stay in degrees. */
function inScale(readings: readonly Reading[], scale: BenchState['scale']): readonly Reading[] {
  if (scale === 'percent') return readings;
  return readings.map((r) =>
    r.kind === 'angle' && r.scale === 'percent' ? { ...r, scale, value: radiansToDegrees(radians(Math.atan(r.value / 100))) } : r,
  );
}

function safely<T>(run: () => T): { readonly result: T | null; readonly trouble: string | null } {
  try {
    return { result: run(), trouble: null };
  } catch (e) {
    if (e instanceof DomainError) return { result: null, trouble: `${e.quantity}: ${e.expected}.` };
    throw e;
  }
}

/** What can be dragged in the drawing or moved with the arrow keys. */
export type HandleId = 'tip' | 'eye' | 'ground' | 'crown' | 'far' | 'pole';
export function handlesOf(s: BenchState, scene: SightScene): readonly Handle<HandleId>[] {
  const t = s.tree;
  const shadow = s.method === 'shadow';
  const all: Handle<HandleId>[] = [
    {
      id: 'tip',
      x: scene.tipX,
      y: scene.height,
      name: 'Tip: up and down its height, sideways its lean',
      value: `${t.height.toFixed(1)} m, ${degrees(t.lean)}°`,
    },
  ];
  if (s.method !== 'direct')
    all.push({
      id: 'eye',
      x: scene.eye.x,
      y: scene.eye.y,
      name: shadow ? 'End of the shadow' : 'Where you stand',
      value: `${scene.distance.value.toFixed(1)} m`,
    });
  if (s.method !== 'direct' && !shadow)
    all.push({
      id: 'ground',
      x: scene.feet.x * 0.5,
      y: scene.feet.y * 0.5,
      name: 'Slope of the ground',
      value: `${degrees(Math.atan(t.slope))}°`,
    });
  if (t.crown)
    all.push({
      id: 'crown',
      x: scene.tipX + t.crown.halfWidth,
      y: t.height - t.crown.depth,
      name: 'Crown, half its width',
      value: `${t.crown.halfWidth.toFixed(1)} m`,
    });
  if (scene.far)
    all.push({ id: 'far', x: scene.far.eye.x, y: scene.far.eye.y, name: 'Second station', value: `${s.gear.baseline.toFixed(1)} m back` });
  if (s.method === 'pole') all.push({ id: 'pole', x: 0, y: s.gear.pole, name: 'Top of the pole', value: `${s.gear.pole.toFixed(1)} m` });
  return all;
}

const degrees = (r: number) => Math.round((r * 1800) / Math.PI) / 10;
const between = (low: number, v: number, high: number) => Math.min(high, Math.max(low, v));
const tenth = (v: number) => Math.round(v * 10) / 10;

/** The bench after a handle went to a place of the scene, metres. A form may constrain: what is dragged stays possible. */
export function dragged(s: BenchState, id: HandleId, x: number, y: number): BenchState {
  const t = s.tree;
  const tree = (change: Partial<SimulatedTree>): BenchState => ({ ...s, typed: {}, tree: { ...t, ...change } });
  const gear = (change: Partial<SimulatedGear>): BenchState => ({ ...s, typed: {}, gear: { ...s.gear, ...change } });
  switch (id) {
    case 'tip': {
      const height = tenth(between(2, y, 60));
      const lean = Math.min(0.5, Math.atan(Math.abs(x) / height));
      // a tip near plumb is plumb
      const upright = Math.abs(x) < 0.02 * height;
      const aside = Math.abs(Math.cos(t.leanTo)) < 0.5 && t.lean > 0;
      const crown = t.crown && { ...t.crown, depth: Math.min(t.crown.depth, height * 0.5) };
      return tree({ height, crownBase: height * 0.45, crown, ...(aside ? {} : { lean: upright ? 0 : lean, leanTo: x < 0 ? Math.PI : 0 }) });
    }
    case 'eye': {
      if (s.method === 'shadow') return gear({ sun: between(0.15, Math.atan((t.height - y) / Math.max(1, x)), 1.3) });
      const nearest = Math.max(2, t.height * Math.tan(t.lean) * (t.leanTo === 0 ? 1.2 : 0) + 1);
      return tree({ distance: tenth(between(nearest, x, 120)) });
    }
    case 'ground': {
      const slope = between(-0.7, y / Math.max(1, x), 0.7);
      return tree({ slope: Math.abs(slope) < 0.01 ? 0 : -Math.round(-slope * 100) / 100 === 0 ? 0 : Math.round(-slope * 100) / 100 });
    }
    case 'crown':
      return t.crown
        ? tree({ crown: { halfWidth: tenth(between(0.5, x, 12)), depth: tenth(between(0.5, t.height - y, t.height * 0.7)) } })
        : s;
    case 'far':
      return gear({ baseline: tenth(between(1, x - t.distance, 80)) });
    case 'pole':
      return gear({ pole: tenth(between(0.5, y, 12)) });
  }
}

/** A step of a handle by the arrow keys: half a metre, a hundredth of slope. */
export function nudged(s: BenchState, h: Handle<HandleId>, dx: number, dy: number): BenchState {
  if (h.id === 'ground') return dragged(s, h.id, 1, -(s.tree.slope + 0.02 * (dy - dx)));
  return dragged(s, h.id, h.x + 0.5 * dx, h.y + 0.5 * dy);
}
