import { combineHeights, type Shared } from '../height/index';
import type { ReadingErrors } from '../kit/index';
import { HEIGHT_TARGETS, type TopTarget } from '../reading/index';
import { type Answer, answer, type Metres, metres } from '../units';
import { notSighted } from './derive/define';
import { type Around, type Derived, type Sources, WAYS } from './derive/index';
import { twoSights } from './derive/two-sights';
import { NO_DISTANCE, type Thickness } from './derive-distance';
import { levelDistance } from './derive-station';
import { type Gathered, othersOf } from './gather';
import { OTHER_METHODS, SIGHTED_METHODS } from './methods';
import { type GroundKnown, stepBetween } from './references';
import type { Assumption, Determination, HeightResult, PointHeight } from './result';
import { type Aim, pointsOf, type Setup } from './setup';

interface HeightsInput extends GroundKnown {
  /** Of the thickest stem, as it was taped; null while it is not known. */
  readonly thickness: Thickness | null;
  readonly all: Gathered;
  /** In the order of the readings' stations. */
  readonly setups: readonly Setup[];
  readonly eyeHeight: Metres | null;
  readonly errors: ReadingErrors;
  readonly tipOffset: number;
  readonly assume: (a: Assumption) => void;
}
type Heights = Readonly<Record<TopTarget, Answer<HeightResult>>>;

/** A height with where it was sighted from. */
interface Sighted extends Derived {
  readonly u: Setup;
}

const METHODS = [...SIGHTED_METHODS, ...OTHER_METHODS] as const;

/** Every height, station by station and way by way, and what all of them say together. */
export function deriveHeights(input: HeightsInput): {
  readonly determinations: readonly Determination[];
  readonly combined: Heights;
  readonly points: readonly PointHeight[];
} {
  const { all, setups } = input;
  const [only] = setups;
  if (only && setups.length === 1 && isPlain(only)) {
    const alone = twoSightsAlone(only, aroundOf(input, only));
    if (alone) return alone;
  }
  const determinations: Determination[] = [];
  const found = new Map<Aim, Answer<Sighted>[]>();
  // the far end of a baseline serves the nearer station and is no determination of its own
  const far = setups.length > 1 ? new Set(all.stations.flatMap((s) => othersOf(s, 'baseline').map((r) => r.far))) : null;
  for (const u of setups) {
    if (far?.has(u.s.id)) continue;
    const around = aroundOf(input, u);
    const plain = isPlain(u);
    const ways = plain ? PLAIN : METHODS;
    const aims: readonly Aim[] = [...HEIGHT_TARGETS, ...pointsOf(u.s).map((name): Aim => `point:${name}`)];
    for (const method of ways) {
      const way = WAYS[method];
      const heights: Partial<Record<TopTarget, Answer<HeightResult>>> = {};
      let begun = false;
      for (const aim of aims) {
        const height = way(aim, around);
        if (!height) continue;
        begun ||= height.ok || height.code !== 'not-sighted' || aim === 'tip';
        list(found, aim).push(height.ok ? answer({ ...height.value, u }) : height);
        if (!aim.startsWith('point:')) heights[aim as TopTarget] = height.ok ? answer(convert(height.value.height, input)) : height;
      }
      if (begun) determinations.push({ station: u.s.id, method: named(method, heights, plain), heights: whole(heights) });
    }
    if (!determinations.some((d) => d.station === u.s.id)) determinations.push({ station: u.s.id, method: null, heights: whole({}) });
  }
  const ofAll = (target: Aim) => together(found.get(target) ?? [setups.length === 0 ? NO_DISTANCE : notSighted(target)], input);
  const combined: Heights = {
    tip: ofAll('tip'),
    'crown-base': ofAll('crown-base'),
    merchantable: ofAll('merchantable'),
    stump: ofAll('stump'),
  };
  const names = new Set(setups.filter((u) => !far?.has(u.s.id)).flatMap((u) => pointsOf(u.s)));
  const points = [...names].map((name) => ({ name, height: ofAll(`point:${name}`) }));
  return { determinations, combined, points };
}

/** Two sights and a tape, which nearly every station has and nothing else. */
const isPlain = (u: Setup) => u.s.others.length === 0 && !u.s.included && !u.seen.has('mark') && !u.s.angles.has('pole-top');

/** One station with two sights alone: there is nothing to compare, to combine or to convert. Null where its base is another's reference. */
function twoSightsAlone(u: Setup, around: Around): ReturnType<typeof deriveHeights> | null {
  if (around.reference !== around.protocolReference) return null;
  const heightOf = (aim: TopTarget): Answer<HeightResult> => {
    // what was not sighted needs no way to say so
    if (u.distance.ok && !u.seen.has(aim)) return notSighted(aim);
    const height = twoSights(aim, around);
    return !height ? notSighted(aim) : height.ok ? answer(height.value.height) : height;
  };
  const heights: Heights = {
    tip: heightOf('tip'),
    'crown-base': heightOf('crown-base'),
    merchantable: heightOf('merchantable'),
    stump: heightOf('stump'),
  };
  return {
    determinations: [{ station: u.s.id, method: named('two-sights', heights, true), heights }],
    combined: heights,
    points: NO_POINTS,
  };
}
const NO_POINTS: readonly PointHeight[] = [];

const PLAIN = ['two-sights'] as const;

function list<K, V>(map: Map<K, V[]>, key: K): V[] {
  const own = map.get(key) ?? [];
  if (own.length === 0) map.set(key, own);
  return own;
}

/** A station with nothing but a distance is no way yet. */
function named(method: Determination['method'], heights: Partial<Heights>, plain: boolean): Determination['method'] {
  return plain && !HEIGHT_TARGETS.some((t) => heights[t]?.ok) ? null : method;
}

const whole = (heights: Partial<Heights>): Heights => ({
  tip: heights.tip ?? notSighted('tip'),
  'crown-base': heights['crown-base'] ?? notSighted('crown-base'),
  merchantable: heights.merchantable ?? notSighted('merchantable'),
  stump: heights.stump ?? notSighted('stump'),
});

function aroundOf({ thickness, eyeHeight, errors, tipOffset, protocol, assume }: HeightsInput, u: Setup): Around {
  const shot = u.s.others.length === 0 ? undefined : othersOf(u.s, 'shot').findLast((r) => r.target === 'base');
  // a base sight may say where on the ground it met the stem
  const reference = (u.s.angles.get('base')?.at(-1) ?? shot)?.reference ?? protocol.groundReference;
  return {
    u,
    level: levelDistance(u),
    diameter: thickness,
    eyeHeight,
    errors,
    tipOffset,
    reference,
    protocolReference: protocol.groundReference,
    assume,
  };
}

/** With the height as the protocol counts it, where it was counted from elsewhere. */
function convert(height: HeightResult, input: GroundKnown): HeightResult {
  const to = input.protocol.groundReference;
  if (height.reference === to) return height;
  const step = stepBetween(height.reference, to, input);
  return step === null || !(height.value + step > 0) ? height : { ...height, converted: metres(height.value + step) };
}

/** One determination stands alone, several give their weighted mean; with none, why the one that came farthest gave nothing. */
function together(all: readonly Answer<Sighted>[], input: HeightsInput): Answer<HeightResult> {
  const found = all.flatMap((h) => (h.ok ? [h.value] : []));
  const [only] = found;
  if (!only) return (all.findLast((h) => !h.ok && h.code !== 'not-sighted') as Answer<never>) ?? (all.at(-1) as Answer<never>);
  const reference = input.protocol.groundReference;
  const converted = found.map((d) => ({ d, height: convert(d.height, input) }));
  const counted = converted.flatMap(({ d, height }) => {
    if (height.reference === reference) return [{ ...d, height }];
    return height.converted === null ? [] : [{ ...d, height: { ...height, value: height.converted, reference, converted: null } }];
  });
  // what can't be counted from the protocol's reference is only compared with its own kind
  const kind = counted.length > 0 ? reference : only.height.reference;
  const used = counted.length > 0 ? counted : found.filter((d) => d.height.reference === kind);
  const apart = converted
    .filter(({ height }) => height.reference !== kind && (counted.length === 0 || height.converted === null))
    .map(({ d: { height } }) => ({ station: height.station, method: height.method, reference: height.reference }));
  const [one] = used as [Sighted, ...Sighted[]];
  if (used.length === 1) return answer(apart.length === 0 ? one.height : { ...one.height, agreement: { ...ALONE, apart } });
  const heights = used.map((d) => d.height);
  const sources = used.map((d) => d.sources());
  const { value, sigma, spread, agree, strain, odd, best } = combineHeights(weighed(heights, sources), (i, j) =>
    shared(used, sources, i, j, input.tipOffset),
  );
  const leaning = heights.filter((h) => h.stemLength !== null);
  const lean = leaning.reduce((s, h) => s + (h.stemLength as number) / h.value, 0) / leaning.length;
  const at = (i: number | null) => (i === null ? null : (heights[i] as HeightResult));
  return answer({
    value,
    sigma,
    method: 'mean',
    station: null,
    reference: kind,
    converted: null,
    signCase: null,
    parts: null,
    dominant: null,
    stemLength: leaning.length > 0 ? metres(value * lean) : null,
    agreement: {
      determinations: heights.length,
      spread,
      agree,
      strain,
      odd: at(odd)?.station ?? null,
      oddMethod: at(odd)?.method ?? null,
      best: best === null ? null : pick(heights[best] as HeightResult),
      apart,
    },
    from: heights.flatMap((h) => h.from),
  });
}

const ALONE = { determinations: 1, spread: metres(0), agree: true, strain: 0, odd: null, oddMethod: null, best: null } as const;
const pick = ({ station, method, value, sigma }: HeightResult) => ({ station, method, value, sigma });

/**
 * A tip that hangs toward the eye makes its height and that height's error larger together, so that weights by each one's
 * own error would pull the mean down: they are taken as if every one had found the plain mean.
 */
function weighed(heights: readonly HeightResult[], sources: readonly Sources[]) {
  const plain = heights.reduce((s, h) => s + h.value, 0) / heights.length;
  return heights.map(({ value, sigma }, i) => {
    const tip = (sources[i] as Sources).tip;
    const even = (tip * plain) / value;
    return { value, sigma, weighed: Math.sqrt(Math.max(sigma ** 2 - tip ** 2 + even ** 2, 1e-12)) };
  });
}

/** What two heights have in common: readings that serve both, and the one tip that hangs where it hangs. */
function shared(of: readonly Sighted[], sources: readonly Sources[], i: number, j: number, tipOffset: number): Shared {
  const [a, b] = [sources[i] as Sources, sources[j] as Sources];
  let common = 0;
  for (const [source, by] of a.from) common += by * (b.from.get(source) ?? 0);
  const tip = a.tip * b.tip;
  if (tip === 0 || tipOffset === 0) return { mean: common, apart: common };
  const [from, to] = [(of[i] as Sighted).u, (of[j] as Sighted).u];
  if (from === to) return { mean: common + tip, apart: common + tip };
  if (from.bearing === null || to.bearing === null) return { mean: common + Math.abs(tip), apart: common - Math.abs(tip) };
  const along = common + tip * Math.cos(from.bearing - to.bearing);
  // what the sides cancel leaves what they can't: aside, a tip is farther than its foot from every side alike
  return { mean: along + aside(a, from, tipOffset) * aside(b, to, tipOffset), apart: along };
}

/** A tip that hangs z aside is z²/2D farther away: what that makes of a height, as a root mean square. */
function aside({ tip }: Sources, { distance }: Setup, tipOffset: number): number {
  return distance.ok ? (Math.abs(tip) * tipOffset * ASIDE) / distance.value.distance : 0;
}
/** √(E z⁴)/(2σ²) of a normal deviate. */
const ASIDE = Math.sqrt(3) / 2;
