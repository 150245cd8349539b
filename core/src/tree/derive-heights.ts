import { combineHeights } from '../height/index';
import type { ReadingErrors } from '../kit/index';
import { HEIGHT_TARGETS, type TopTarget } from '../reading/index';
import type { GroundReference } from '../survey/index';
import { type Answer, answer, type Metres, noAnswer } from '../units';
import { type Around, OTHER_HEIGHTS } from './derive/index';
import { deriveHeight, heightOfSight } from './derive-height';
import { type Gathered, othersOf, type StationReadings } from './gather';
import { OTHER_METHODS } from './methods';
import type { Determination, HeightResult, PointHeight, StationResult } from './result';

interface HeightsInput {
  readonly all: Gathered;
  /** In the order of the readings' stations. */
  readonly stations: readonly Answer<StationResult>[];
  readonly diameter: Metres | null;
  readonly eyeHeight: Metres | null;
  readonly errors: ReadingErrors;
  readonly tipOffset: number;
  readonly reference: GroundReference;
}
type Heights = Readonly<Record<TopTarget, Answer<HeightResult>>>;

/** Every height, station by station, and what the stations say together. */
export function deriveHeights(input: HeightsInput): {
  readonly determinations: readonly Determination[];
  readonly combined: Heights;
  readonly points: readonly PointHeight[];
} {
  const { all, stations } = input;
  const determinations: Determination[] = [];
  const points = new Map<string, Answer<HeightResult>[]>();
  // the far end of a baseline serves the nearer station and is no determination of its own
  const far = all.stations.length > 1 ? new Set(all.stations.flatMap((s) => othersOf(s, 'baseline').map((r) => r.far))) : null;
  for (let i = 0; i < stations.length; i++) {
    const s = all.stations[i] as StationReadings;
    if (far?.has(s.id)) continue;
    const station = stations[i] as Answer<StationResult>;
    const { diameter, eyeHeight, errors, tipOffset } = input;
    const around: Around = { s, station, diameter, eyeHeight, errors, tipOffset, reference: referenceOf(s, input.reference) };
    const heights: Heights = {
      tip: heightAt('tip', around),
      'crown-base': heightAt('crown-base', around),
      merchantable: heightAt('merchantable', around),
      stump: heightAt('stump', around),
    };
    determinations.push({ station: s.id, method: methodOf(heights), heights });
    if (!station.ok) continue;
    for (const { name, sight } of station.value.points) {
      const height = heightOfSight(station.value, sight, false, input.tipOffset, around.reference);
      points.set(name, [...(points.get(name) ?? []), height]);
    }
  }
  const [alone] = determinations;
  if (alone && determinations.length === 1 && points.size === 0) return { determinations, combined: alone.heights, points: [] };
  const ofAll = (target: TopTarget) => together(determinations.map((d) => d.heights[target]));
  const combined: Heights = {
    tip: ofAll('tip'),
    'crown-base': ofAll('crown-base'),
    merchantable: ofAll('merchantable'),
    stump: ofAll('stump'),
  };
  return { determinations, combined, points: [...points].map(([name, all]) => ({ name, height: together(all) })) };
}

function methodOf(heights: Heights): Determination['method'] {
  for (const target of HEIGHT_TARGETS) {
    const height = heights[target];
    if (height.ok) return height.value.method;
  }
  return null;
}

function heightAt(target: TopTarget, a: Around): Answer<HeightResult> {
  if (a.s.others.length > 0) {
    for (const method of LAST_FIRST) {
      const height = OTHER_HEIGHTS[method](target, a);
      if (height) return height;
    }
  }
  return a.station.ok ? deriveHeight(a.station.value, target, a.tipOffset, a.reference) : a.station;
}

const LAST_FIRST = OTHER_METHODS.toReversed();

/** A base sight may say where on the ground it met the stem. */
function referenceOf(s: StationReadings, protocol: GroundReference): GroundReference {
  return s.angles.get('base')?.at(-1)?.reference ?? protocol;
}

/** One determination stands alone, several give their weighted mean; with none, why the last one gave nothing. */
function together(all: readonly Answer<HeightResult>[]): Answer<HeightResult> {
  const found = all.flatMap((h) => (h.ok ? [h.value] : []));
  const [only] = found;
  if (!only) return all.at(-1) ?? noAnswer('no-distance', 'No distance from the tree is read yet.');
  if (found.length === 1) return answer(only);
  const { value, sigma, spread, agree, odd } = combineHeights(found);
  const leaning = found.filter((h) => h.stemLength !== null);
  const lean = leaning.reduce((s, h) => s + (h.stemLength as number) / h.value, 0) / leaning.length;
  return answer({
    value,
    sigma,
    method: 'mean',
    station: null,
    reference: only.reference,
    signCase: null,
    parts: null,
    dominant: null,
    stemLength: leaning.length > 0 ? ((value * lean) as Metres) : null,
    agreement: { determinations: found.length, spread, agree, odd: odd === null ? null : ((found[odd] as HeightResult).station ?? null) },
    from: found.flatMap((h) => h.from),
  });
}
