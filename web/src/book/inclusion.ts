import {
  circleInside,
  type DistanceToTree,
  DomainError,
  degreesToRadians,
  edgeWayOf,
  inOrOut,
  isInside,
  type Metres,
  metres,
  type Outline,
  type PlanPoint,
  type ReadingErrors,
  radians,
  readPerLevel,
  type SamplingRule,
  tangent,
  toMetres,
  walkThrough,
} from '@arbolito/core';
import type { InclusionAnswer, PlaceInput, RuleInput, SampleInput } from '../contract/sampling';

/** The plot or point that a tree is looked at from. */
export interface Standpoint {
  readonly rule: SamplingRule;
  /** Of the ground, degrees, and the bearing downhill; where nobody told them a tape along the ground says nothing. */
  readonly slope?: number;
  readonly downhill?: number;
  /** The tract about it. `clear`: so far about the centre there is no edge, metres; it only saves looking. */
  readonly plan?: { readonly centre: PlanPoint; readonly outline: Outline; readonly clear?: number };
}

/** A diameter that is to decide, metres, with its standard error. */
export interface DecidingDiameter {
  readonly unrounded: Metres;
  readonly sigmaUnrounded: Metres;
}

/** A rule as it is told, in the units of the core. */
export function ruleOf(rule: RuleInput): SamplingRule {
  switch (rule.kind) {
    case 'circle':
      return { kind: rule.kind, radius: metres(rule.radius) };
    case 'nested':
      return { kind: rule.kind, circles: rule.circles.map(({ from, radius }) => ({ from: metres(from), radius: metres(radius) })) };
    case 'rectangle': {
      const { kind, width, length, axis } = rule;
      return { kind, width: metres(width), length: metres(length), axis: radians(degreesToRadians(axis)) };
    }
    case 'strip':
      return { kind: rule.kind, width: metres(rule.width), length: metres(rule.length) };
    case 'point':
      return { kind: rule.kind, factor: rule.factor, units: rule.units };
  }
}

/** The sample of a request: made once, for all its trees. */
export function standpointOf({ rule, slope, downhill, plan }: SampleInput): Standpoint {
  return {
    rule: ruleOf(rule),
    ...(slope === undefined ? {} : { slope }),
    ...(downhill === undefined ? {} : { downhill }),
    ...(plan
      ? { plan: { centre: plan.centre, outline: { ring: plan.outline.corners, holes: (plan.holes ?? []).map((h) => h.corners) } } }
      : {}),
  };
}

export type InclusionFound = { readonly ok: true; readonly value: InclusionAnswer } | { readonly ok: false; readonly missing: Missing };
/** Why there is no answer: a word for programs, a sentence. */
interface Missing {
  readonly code: string;
  readonly reason: string;
}
/** What is not told and would be needed. */
interface Lacks {
  readonly lacks: readonly [code: string, reason: string];
}
const missing = (code: string, reason: string): InclusionFound => ({ ok: false, missing: { code, reason } });

/**
 * Whether a tree is in a sample from where it stands.
 * @param dbh its diameter
 * @param sample the plot or point
 * @param place where it stands, as that was found
 * @param errors typical ones, of what names none of its own
 */
export function inclusionOf(dbh: DecidingDiameter, sample: Standpoint, place: PlaceInput, errors: ReadingErrors): InclusionFound {
  const along = waysOf(sample, place);
  if ('lacks' in along) return missing(...along.lacks);
  const { bearing, to } = place;
  if (sample.rule.kind === 'rectangle' && bearing === undefined)
    return missing('no-bearing', 'A rectangle ends nearer in one bearing than in another: tell the tree’s.');
  const read = metres(toMetres(place.value, place.unit));
  const found: DistanceToTree = {
    read,
    sigma: sigmaOf(place, read, errors),
    along,
    to,
    ...(bearing === undefined ? {} : { bearing: { value: radians(degreesToRadians(bearing)), sigma: radians(errors.compass) } }),
  };
  try {
    const judged = inOrOut(sample.rule, dbh.unrounded, dbh.sigmaUnrounded, found);
    if (judged === null) return missing('too-thin', 'The rule does not look for trees so thin.');
    const edge = edgeOf(sample, bearing, judged.distance, judged.limit);
    if ('lacks' in edge) return missing(...edge.lacks);
    return { ok: true, value: { ...judged, ...edge } };
  } catch (e) {
    if (e instanceof DomainError) return missing('out-of-range', `The ${e.quantity} can’t be ${String(e.value)}: ${e.expected}.`);
    throw e;
  }
}

/**
 * Where a tree stands on the plan about its centre, metres east and north of it.
 * @param dbh added by half where the distance ended at the bark; left out while it is not known
 * @returns null without a bearing, or where the level distance can't be told; on a strip too, whose distances lie square off it
 */
export function standsAt(sample: Standpoint, place: PlaceInput, dbh: number | null): PlanPoint | null {
  const along = waysOf(sample, place);
  if ('lacks' in along || place.bearing === undefined || sample.rule.kind === 'strip') return null;
  const level = toMetres(place.value, place.unit) / readPerLevel(along) + (place.to === 'bark' ? (dbh ?? 0) / 2 : 0);
  const turn = degreesToRadians(place.bearing);
  return { x: level * Math.sin(turn), y: level * Math.cos(turn) };
}

function waysOf({ slope, downhill }: Standpoint, { along, bearing, elevation }: PlaceInput): DistanceToTree['along'] | Lacks {
  if (along === 'level') return { kind: along };
  if (along === 'sight')
    return elevation === undefined
      ? { lacks: ['no-elevation', 'The distance lies along a line of sight: its own angle is needed for the level one.'] }
      : { kind: along, elevation: radians(degreesToRadians(elevation)) };
  if (slope === undefined) return { lacks: ['no-slope', 'The distance lies along the ground: tell its slope, 0 where it is level.'] };
  if (slope > 0 && (bearing === undefined || downhill === undefined))
    return {
      lacks: [
        'no-bearing',
        'On a slope a tape along the ground is as long as its bearing says: tell the tree’s, and which way is downhill.',
      ],
    };
  const off = radians(degreesToRadians((bearing ?? 0) - (downhill ?? 0)));
  return { kind: along, slope: tangent(Math.tan(degreesToRadians(slope))), offFallLine: off };
}

function sigmaOf({ sigma, by, along }: PlaceInput, read: Metres, errors: ReadingErrors): Metres {
  const { levelDistance, slopeDistance, pace, ultrasonic, laserDistance, byEye } = errors;
  const share = { tape: along === 'ground' ? slopeDistance : levelDistance, paces: pace, ultrasonic, laser: 0, eye: byEye }[by];
  return metres(sigma ?? (by === 'laser' ? laserDistance : read * share));
}

function edgeOf(
  { rule, plan }: Standpoint,
  bearing: number | undefined,
  distance: Metres,
  limit: Metres,
): Pick<InclusionAnswer, 'walkThrough' | 'edgeWeight'> | Lacks {
  const way = edgeWayOf(rule);
  if (!plan || bearing === undefined || way === 'none') return { walkThrough: null, edgeWeight: null };
  const { centre, outline, clear = 0 } = plan;
  // neither the point as far beyond the tree nor the circle about it reaches an edge
  if (distance + Math.max(distance, limit) < clear) return { walkThrough: 1, edgeWeight: way === 'circle' ? 1 : null };
  const turn = degreesToRadians(bearing);
  const tree: PlanPoint = { x: centre.x + distance * Math.sin(turn), y: centre.y + distance * Math.cos(turn) };
  // judged before anything is asked of it, so that an outline that is none is said as such
  const twice = walkThrough(outline, centre, tree);
  if (!isInside(outline, centre)) return { lacks: ['centre-outside', 'The centre stands outside the outline.'] };
  if (!isInside(outline, tree)) return { lacks: ['tree-outside', 'The tree stands outside the outline: it is no part of the tract.'] };
  return { walkThrough: twice, edgeWeight: way === 'circle' ? circleInside(outline, tree, limit).weight : null };
}
