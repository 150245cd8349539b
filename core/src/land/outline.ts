import { DomainError } from '../units';
import type { PlanPoint } from './plan-point';

/** A tract's boundary on a level plan, and what lies in it and is left out: roads, ponds. Each ring once around, either way. */
export interface Outline {
  readonly ring: readonly PlanPoint[];
  readonly holes: readonly (readonly PlanPoint[])[];
}

/**
 * Whether a place lies in a tract.
 * @param outline closed by itself
 * @param p the place
 * @returns false outside the ring and in a hole; on a boundary either
 */
export function isInside({ ring, holes }: Outline, p: PlanPoint): boolean {
  return inRing(ring, p) && !holes.some((hole) => inRing(hole, p));
}

/**
 * How far a place is from the nearest boundary of a tract.
 * @param outline closed by itself
 * @param p the place
 * @returns metres
 */
export function distanceToEdge({ ring, holes }: Outline, p: PlanPoint): number {
  let nearest = Infinity;
  for (const each of [ring, ...holes]) {
    for (const [a, b] of edgesOf(each)) {
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      const length = dx * dx + dy * dy;
      const t = length === 0 ? 0 : Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / length));
      nearest = Math.min(nearest, Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy));
    }
  }
  return nearest;
}

/** A ray to the east crosses the ring an odd number of times. */
function inRing(ring: readonly PlanPoint[], p: PlanPoint): boolean {
  let odd = false;
  for (const [a, b] of edgesOf(ring)) if (a.y > p.y !== b.y > p.y && p.x < a.x + ((p.y - a.y) / (b.y - a.y)) * (b.x - a.x)) odd = !odd;
  return odd;
}

/** Each edge of a ring, the closing one too. */
export function* edgesOf(ring: readonly PlanPoint[]): Generator<readonly [PlanPoint, PlanPoint]> {
  for (const [i, a] of ring.entries()) yield [a, ring[(i + 1) % ring.length] as PlanPoint];
}

/** Square metres in a ring, above 0 where it goes round against the clock. */
export const signedArea = (ring: readonly PlanPoint[]): number => {
  let sum = 0;
  for (const [a, b] of edgesOf(ring)) sum += (a.x * b.y - a.y * b.x) / 2;
  return sum;
};

/** Outlines that were looked through: of many trees in one tract it is done once. */
const checked = new WeakSet<Outline>();

/**
 * Refuses what is no outline: too few corners, none around an area, rings that cross themselves or each other, holes that
 * lie outside or in one another. Rings may touch.
 * @param outline closed by itself
 * @throws DomainError `out-of-range`
 */
export function checkOutline(outline: Outline): void {
  if (checked.has(outline)) return;
  const { ring, holes } = outline;
  for (const each of [ring, ...holes]) checkRing(each);
  for (const [i, hole] of holes.entries()) {
    if (meet(ring, hole) || !justInside(hole).every((p) => inRing(ring, p))) refuse(hole.length, 'holes that lie inside the ring');
    for (const other of holes.slice(i + 1)) {
      if (meet(hole, other) || justInside(hole).some((p) => inRing(other, p)) || justInside(other).some((p) => inRing(hole, p)))
        refuse(hole.length, 'holes that lie apart from each other');
    }
  }
  checked.add(outline);
}

function refuse(value: number, expected: string): never {
  throw new DomainError('out-of-range', 'outline', value, expected);
}

function checkRing(ring: readonly PlanPoint[]): void {
  if (ring.length < 3) refuse(ring.length, 'at least three corners');
  if (ring.some((p) => !Number.isFinite(p.x) || !Number.isFinite(p.y))) refuse(Number.NaN, 'finite numbers');
  const area = signedArea(ring);
  if (Math.abs(area) < 1e-9) refuse(area, 'a ring around an area');
  if (crossesItself(ring)) refuse(ring.length, 'a ring that does not cross itself');
}

/** Whether two edges that are not neighbours meet: of thousands of corners, so no more is made than two lists. */
function crossesItself(ring: readonly PlanPoint[]): boolean {
  const n = ring.length;
  const x = Float64Array.from(ring, (p) => p.x);
  const y = Float64Array.from(ring, (p) => p.y);
  for (let i = 0; i < n - 2; i++) {
    const [ax, ay, bx, by] = [x[i], y[i], x[i + 1], y[i + 1]] as [number, number, number, number];
    const [left, right, low, high] = [Math.min(ax, bx), Math.max(ax, bx), Math.min(ay, by), Math.max(ay, by)];
    // the last edge is the first one's neighbour
    for (let j = i + 2; j < (i === 0 ? n - 1 : n); j++) {
      const k = j + 1 === n ? 0 : j + 1;
      const cx = x[j] as number;
      const cy = y[j] as number;
      const dx = x[k] as number;
      const dy = y[k] as number;
      if ((cx < left && dx < left) || (cx > right && dx > right) || (cy < low && dy < low) || (cy > high && dy > high)) continue;
      const ofAb = ((bx - ax) * (cy - ay) - (by - ay) * (cx - ax)) * ((bx - ax) * (dy - ay) - (by - ay) * (dx - ax));
      const ofCd = ((dx - cx) * (ay - cy) - (dy - cy) * (ax - cx)) * ((dx - cx) * (by - cy) - (dy - cy) * (bx - cx));
      if (ofAb < 0 && ofCd < 0) return true;
    }
  }
  return false;
}

type Edge = readonly [PlanPoint, PlanPoint];
const side = ([a, b]: Edge, p: PlanPoint) => Math.sign((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x));
const cross = (e: Edge, f: Edge) => side(e, f[0]) * side(e, f[1]) < 0 && side(f, e[0]) * side(f, e[1]) < 0;

/** Whether edges of two rings cross. */
function meet(a: readonly PlanPoint[], b: readonly PlanPoint[]): boolean {
  const [p, q] = [around(a), around(b)];
  if (p.right < q.left || q.right < p.left || p.top < q.bottom || q.top < p.bottom) return false;
  const others = [...edgesOf(b)];
  for (const edge of edgesOf(a)) if (others.some((other) => cross(edge, other))) return true;
  return false;
}

/**
 * The rectangle around places.
 * @param points at least one
 * @returns metres west, east, south and north
 */
export const around = (points: readonly PlanPoint[]) => {
  const box = { left: Infinity, right: -Infinity, bottom: Infinity, top: -Infinity };
  for (const { x, y } of points) {
    if (x < box.left) box.left = x;
    if (x > box.right) box.right = x;
    if (y < box.bottom) box.bottom = y;
    if (y > box.top) box.top = y;
  }
  return box;
};

/** A point beside the middle of each edge, a hair inside the ring: rings that touch are told from rings that overlap. */
function justInside(ring: readonly PlanPoint[]): readonly PlanPoint[] {
  const hair = signedArea(ring) > 0 ? 1e-7 : -1e-7;
  return [...edgesOf(ring)].map(([a, b]) => ({
    x: (a.x + b.x) / 2 - (b.y - a.y) * hair,
    y: (a.y + b.y) / 2 + (b.x - a.x) * hair,
  }));
}
