import { checkOutline, edgesOf, isInside, type Outline, type PlanPoint } from '../../land/index';
import { type Metres, requireLength } from '../../units';

/** How much of a circle lies in an outline. */
export interface CircleInside {
  /** Square metres. */
  readonly area: number;
  /** Of the whole circle, 0 to 1. */
  readonly share: number;
  /** What each tree in it counts for: the circle over its part inside; 1 away from every edge. Null where nothing of it is inside. */
  readonly weight: number | null;
}

/**
 * The part of a circle inside an outline, exactly. A tree is in from wherever a centre falls into its own circle, so the
 * circle about the *tree*, as large as its limit, over its part inside is what it counts for: right on edges, in corners
 * and along strips.
 * @param outline closed by itself; holes lie inside the ring and apart from each other
 * @param centre of the circle
 * @param radius metres, above 0
 * @returns the part inside, and what a tree with this circle about it counts for
 * @throws DomainError `out-of-range` for a ring of fewer than three corners or without an area, or that crosses itself
 * @source signed sectors and triangles over each edge, as for the area of intersection of a polygon and a disc
 */
export function circleInside(outline: Outline, centre: PlanPoint, radius: Metres): CircleInside {
  requireLength('radius', radius);
  checkOutline(outline);
  const inside = Math.abs(overRing(outline.ring, centre, radius));
  const left = outline.holes.reduce((sum, hole) => sum + Math.abs(overRing(hole, centre, radius)), 0);
  const whole = Math.PI * radius * radius;
  const area = Math.min(whole, Math.max(0, inside - left));
  const share = area / whole;
  // a circle that touches the outline from outside has nothing in it but rounding
  return { area, share, weight: share > 1e-9 ? 1 / share : null };
}

/**
 * Walk-through: how often a tree counts whose neighbour across the edge can't be met.
 * @param outline closed by itself
 * @param centre of the plot, inside
 * @param tree where it stands, inside
 * @throws DomainError `out-of-range` for an outline that is none
 * @returns 2 where the point as far beyond the tree as it is from the centre lies outside, else 1
 */
export function walkThrough(outline: Outline, centre: PlanPoint, tree: PlanPoint): 1 | 2 {
  checkOutline(outline);
  return isInside(outline, { x: 2 * tree.x - centre.x, y: 2 * tree.y - centre.y }) ? 1 : 2;
}

/** Area of a disc inside a ring, with the sign of the way the ring goes round. */
function overRing(ring: readonly PlanPoint[], { x, y }: PlanPoint, radius: number): number {
  let sum = 0;
  for (const [a, b] of edgesOf(ring)) sum += overEdge({ x: a.x - x, y: a.y - y }, { x: b.x - x, y: b.y - y }, radius);
  return sum;
}

/** The signed part of a disc about the origin between it and one edge: triangles where the edge lies inside, sectors elsewhere. */
function overEdge(a: PlanPoint, b: PlanPoint, r: number): number {
  const d = { x: b.x - a.x, y: b.y - a.y };
  const length = d.x * d.x + d.y * d.y;
  if (length === 0) return 0;
  const middle = -(a.x * d.x + a.y * d.y) / length;
  const reach = (r * r - (a.x * b.y - a.y * b.x) ** 2 / length) / length;
  const sector = (p: PlanPoint, q: PlanPoint) => (r * r * Math.atan2(p.x * q.y - p.y * q.x, p.x * q.x + p.y * q.y)) / 2;
  const triangle = (p: PlanPoint, q: PlanPoint) => (p.x * q.y - p.y * q.x) / 2;
  if (reach <= 0) return sector(a, b);
  const half = Math.sqrt(reach);
  const [from, to] = [Math.max(0, middle - half), Math.min(1, middle + half)];
  if (from >= to) return sector(a, b);
  const at = (t: number): PlanPoint => ({ x: a.x + t * d.x, y: a.y + t * d.y });
  const [enters, leaves] = [at(from), at(to)];
  return sector(a, enters) + triangle(enters, leaves) + sector(leaves, b);
}
