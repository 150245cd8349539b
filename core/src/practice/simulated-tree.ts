import { DomainError, requireAbove } from '../units';

/** A tree whose truth is known, and where somebody stands. Metres and radians; x runs from the foot of the stem to the eye, y up, z aside. */
export interface SimulatedTree {
  /** Of the tip above the ground at the foot, straight up. */
  readonly height: number;
  readonly diameter: number;
  readonly crownBase: number;
  /** Lean of the whole stem from plumb, and where to: 0 toward the eye, π away from it, π/2 aside. */
  readonly lean: number;
  readonly leanTo: number;
  /** The tip's own offset from the stem's line: toward the eye, and aside. */
  readonly tipToward: number;
  readonly tipAside: number;
  /** A broad crown hides its tip behind its shoulder: half-width at its widest, and from there up to the tip. Null where the tip shows. */
  readonly crown: { readonly halfWidth: number; readonly depth: number } | null;
  /** Level, from foot to eye. */
  readonly distance: number;
  readonly eyeHeight: number;
  /** Of the ground between them, rise over run, positive uphill from the eye to the tree. */
  readonly slope: number;
}

export interface Vec {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** Where a ray from the eye to a place goes: how long it is, how far that is on the level, how steep. */
export interface Ray {
  readonly length: number;
  readonly level: number;
  /** Radians, up positive. */
  readonly elevation: number;
}

/** A ray from one place to another. */
export function ray(from: Vec, to: Vec): Ray {
  const level = Math.hypot(to.x - from.x, to.z - from.z);
  return { length: Math.hypot(level, to.y - from.y), level, elevation: Math.atan2(to.y - from.y, level) };
}

/** The eye of somebody who stands a level distance away on the tree's slope. */
export const eyeAt = (t: SimulatedTree, distance = t.distance): Vec => ({ x: distance, y: t.eyeHeight - distance * t.slope, z: 0 });

/** A place on the stem's axis by its height. */
export function onStem(t: SimulatedTree, height: number): Vec {
  const out = height * Math.tan(t.lean);
  return { x: out * Math.cos(t.leanTo), y: height, z: out * Math.sin(t.leanTo) };
}

/** The tip itself. */
export function tipOf(t: SimulatedTree): Vec {
  const end = onStem(t, t.height);
  return { x: end.x + t.tipToward, y: end.y, z: end.z + t.tipAside };
}

/**
 * What is sighted as the tip: the tip, or where a broad crown's shoulder stands higher before the eye. The crown is half an
 * ellipsoid under the tip; its shoulder is looked for point by point.
 * @param t the truth
 * @param from the eye, metres
 * @returns the point that is met, metres
 */
export function sightedTip(t: SimulatedTree, from: Vec): Vec {
  const tip = tipOf(t);
  if (!t.crown) return tip;
  const { halfWidth, depth } = t.crown;
  const away = Math.hypot(from.x - tip.x, from.z - tip.z);
  let best = tip;
  for (let i = 0; i <= 400; i++) {
    const a = (i / 400) * (Math.PI / 2);
    const out = halfWidth * Math.cos(a);
    const point = {
      x: tip.x + ((from.x - tip.x) / away) * out,
      y: tip.y - depth + depth * Math.sin(a),
      z: tip.z + ((from.z - tip.z) / away) * out,
    };
    if (out < away && ray(from, point).elevation > ray(from, best).elevation) best = point;
  }
  return best;
}

/** @throws DomainError for a tree that can't stand, or an eye inside it */
export function checkSimulated(t: SimulatedTree): void {
  requireAbove('height', t.height);
  requireAbove('diameter', t.diameter);
  requireAbove('distance', t.distance, t.diameter / 2);
  requireAbove('eye height', t.eyeHeight);
  if (!(Math.abs(t.lean) < Math.PI / 3)) throw new DomainError('out-of-range', 'lean', t.lean, 'under π/3 radians (60°)');
  if (!(Math.abs(t.slope) < 2)) throw new DomainError('out-of-range', 'slope', t.slope, 'between −2 and 2, rise over run');
}
