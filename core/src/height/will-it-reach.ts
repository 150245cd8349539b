import { type Metres, metres, requireAbove, requireFinite, requireFrom, type Tangent } from '../units';

export interface ReachQuestion {
  /** Of the tree; of a leaner its stem length. */
  readonly height: Metres;
  /** Its standard error; two of them are added. */
  readonly sigma: Metres;
  /** Along the ground from the foot of the tree to the foot of the object, metres, above 0. */
  readonly distance: Metres;
  /** Of the ground from the tree to the object, up positive; 0 for level ground. */
  readonly slope: Tangent;
  /** Of the object above the ground there, metres, from 0. */
  readonly objectHeight: Metres;
  /** Kept on top of everything, metres, from 0. */
  readonly margin: Metres;
}
export interface ReachAnswer {
  /** How far the tree reaches: its height and two errors. */
  readonly reach: Metres;
  /** Straight from the foot of the tree to the object. */
  readonly away: Metres;
  /** What is left between them, the margin not taken off; below 0 the tree reaches. */
  readonly left: number;
  /** `may-slide`: it would not reach, but the ground falls toward the object, and stems slide. */
  readonly verdict: 'reaches' | 'within-margin' | 'may-slide' | 'clear';
  /** Two tree lengths: the usual least distance for people. */
  readonly keepAway: Metres;
}

/**
 * Whether a tree that falls that way reaches an object: a question to ask before asking a professional, never a plan.
 * @param q tree, object and margin, metres
 * @returns whether it reaches, what is left between them, and how far people keep away
 * @throws DomainError `out-of-range`, `not-finite`
 * @source reached if H + 2σ ≥ √(x² + h² + 2·x·h·sin γ), the straight line from foot to object; downhill stems slide: never clear
 * @example willItReach({ height: metres(20), sigma: metres(0.5), distance: metres(18), slope: tangent(0), objectHeight: metres(8), margin: metres(2) }).verdict // 'reaches'
 */
export function willItReach(q: ReachQuestion): ReachAnswer {
  requireAbove('height of the tree', q.height);
  requireFrom('error of the height', q.sigma);
  requireAbove('distance to the object', q.distance);
  requireFinite('slope', q.slope);
  requireFrom('height of the object', q.objectHeight);
  requireFrom('margin', q.margin);
  const cos = 1 / Math.sqrt(1 + q.slope * q.slope);
  const reach = q.height + 2 * q.sigma;
  const away = Math.hypot(q.distance * cos, q.distance * q.slope * cos + q.objectHeight);
  const left = away - reach;
  return {
    reach: metres(reach),
    away: metres(away),
    left,
    verdict: left <= 0 ? 'reaches' : left < q.margin ? 'within-margin' : q.slope < 0 ? 'may-slide' : 'clear',
    keepAway: metres(2 * reach),
  };
}

/**
 * The length of an upright stick that just covers a tree as tall as its distance, less a margin: standing where the object
 * stands, a tree that shows above the stick reaches it. No distance is needed.
 * @param reach level from the eye to the stick, metres, above 0
 * @param marginShare of the distance that is kept, from 0 to under 1
 * @returns metres of stick
 * @throws DomainError `out-of-range`
 * @source similar triangles: L/r = H/D, with H = D·(1 − margin)
 * @example stickForReach(metres(0.6), 0.1).toFixed(2) // '0.54'
 */
export function stickForReach(reach: Metres, marginShare: number): Metres {
  requireAbove('reach', reach);
  requireAbove('1 − margin', 1 - marginShare);
  requireFrom('margin', marginShare);
  return metres(reach * (1 - marginShare));
}
