/** A point: metres in a scene, CSS pixels (y down) in a layout. */
export interface Point {
  readonly x: number;
  readonly y: number;
}
/** An upright rectangle by its top left corner, CSS pixels. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

export const boxAround = (c: Point, w: number, h: number): Box => ({ x: c.x - w / 2, y: c.y - h / 2, w, h });

/** Whether two boxes share any area. */
export function overlap(a: Box, b: Box): boolean {
  return a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;
}

/** Whether `inner` lies wholly in `outer`. */
export function within(inner: Box, outer: Box): boolean {
  return inner.x >= outer.x && inner.y >= outer.y && inner.x + inner.w <= outer.x + outer.w && inner.y + inner.h <= outer.y + outer.h;
}

/** Whether a segment meets a box (Liang–Barsky clipping). */
export function segmentMeets(a: Point, b: Point, box: Box): boolean {
  let from = 0;
  let to = 1;
  for (const [start, delta, low, high] of [
    [a.x, b.x - a.x, box.x, box.x + box.w],
    [a.y, b.y - a.y, box.y, box.y + box.h],
  ] as const) {
    if (delta === 0) {
      if (start < low || start > high) return false;
      continue;
    }
    const t1 = (low - start) / delta;
    const t2 = (high - start) / delta;
    from = Math.max(from, Math.min(t1, t2));
    to = Math.min(to, Math.max(t1, t2));
    if (from > to) return false;
  }
  return true;
}
