import {
  circleInside,
  type DistanceToTree,
  DomainError,
  degreesToRadians,
  inOrOut,
  isInside,
  type Metres,
  metres,
  type Outline,
  type PlanPoint,
  radians,
  type TreeResult,
  TYPICAL_ERRORS,
  tangent,
  toMetres,
  walkThrough,
} from '@arbolito/core';
import type { NotDerived } from '../contract/diameter-answer';
import type { InclusionAnswer, PlaceInput, PlanInput, SampleInput } from '../contract/sampling';

type Found = { readonly ok: true; readonly value: InclusionAnswer } | { readonly ok: false; readonly missing: NotDerived };
/** What is not told and would be needed: a word for programs, a sentence. */
interface Lacks {
  readonly lacks: readonly [code: string, reason: string];
}
const missing = (code: string, reason: string): Found => ({ ok: false, missing: { code, reason } });

/** Whether a tree whose diameter is known is in a sample from where it stands. */
export function inclusionOf({ dbh }: TreeResult, sample: SampleInput, place: PlaceInput): Found {
  if (!dbh.ok) return missing(dbh.code, dbh.reason);
  const { unrounded, sigmaUnrounded } = dbh.value;
  const along = waysOf(sample, place);
  if ('lacks' in along) return missing(...along.lacks);
  const read = metres(toMetres(place.value, place.unit));
  try {
    const found = inOrOut(sample.rule, unrounded, sigmaUnrounded, { read, sigma: sigmaOf(place, read), along, to: place.to });
    if (found === null) return missing('too-thin', 'The rule does not look for trees so thin.');
    const edge = edgeOf(sample.plan, place.bearing, found.distance, found.limit);
    if ('lacks' in edge) return missing(...edge.lacks);
    return { ok: true, value: { ...found, ...edge } };
  } catch (e) {
    if (e instanceof DomainError) return missing('out-of-range', `The ${e.quantity} can’t be ${String(e.value)}: ${e.expected}.`);
    throw e;
  }
}

function waysOf({ slope, downhill }: SampleInput, { along, bearing, elevation }: PlaceInput): DistanceToTree['along'] | Lacks {
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

function sigmaOf({ sigma, by, along }: PlaceInput, read: Metres): Metres {
  const { levelDistance, slopeDistance, pace, ultrasonic, laserDistance } = TYPICAL_ERRORS;
  const share = { tape: along === 'ground' ? slopeDistance : levelDistance, paces: pace, ultrasonic, laser: 0 }[by];
  return metres(sigma ?? (by === 'laser' ? laserDistance : read * share));
}

/** One for all trees of a request: an outline is looked through when it is first asked of. */
const outlines = new WeakMap<PlanInput, Outline>();
function outlineOf(plan: PlanInput): Outline {
  const known = outlines.get(plan) ?? { ring: plan.outline.corners, holes: (plan.holes ?? []).map((h) => h.corners) };
  outlines.set(plan, known);
  return known;
}

function edgeOf(
  plan: PlanInput | undefined,
  bearing: number | undefined,
  distance: Metres,
  limit: Metres,
): Pick<InclusionAnswer, 'walkThrough' | 'edgeWeight'> | Lacks {
  if (!plan || bearing === undefined) return { walkThrough: null, edgeWeight: null };
  const outline = outlineOf(plan);
  const { centre } = plan;
  const turn = degreesToRadians(bearing);
  const tree: PlanPoint = { x: centre.x + distance * Math.sin(turn), y: centre.y + distance * Math.cos(turn) };
  // judged before anything is asked of it, so that an outline that is none is said as such
  const { weight } = circleInside(outline, tree, limit);
  if (!isInside(outline, centre)) return { lacks: ['centre-outside', 'The centre stands outside the outline.'] };
  if (!isInside(outline, tree)) return { lacks: ['tree-outside', 'The tree stands outside the outline: it is no part of the tract.'] };
  return { walkThrough: walkThrough(outline, centre, tree), edgeWeight: weight };
}
