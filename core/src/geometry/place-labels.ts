import { type Box, boxAround, overlap, type Point, segmentMeets, within } from './box';

export interface LabelRequest {
  readonly id: string;
  readonly text: string;
  readonly size: number;
  /** What the label speaks of; a label that had to go far gets a leader to it. */
  readonly anchor: Point;
  /** Centres in order of preference; `vertical` turns the text to read upward. */
  readonly candidates: readonly (Point & { readonly vertical?: boolean })[];
}

export interface PlacedLabel {
  readonly id: string;
  readonly text: string;
  readonly size: number;
  readonly centre: Point;
  readonly vertical: boolean;
  readonly box: Box;
  readonly leader: readonly [Point, Point] | null;
}

/** Advance of the reading type face over its size; it has one width for every sign. */
const CHARACTER_WIDTH = 0.62;
const LINE = 1.25;
const STEP = 6;
const FAR = 30;
const NEAR = 84;

/**
 * Places labels so that none covers another or leaves the frame: first free candidate, else the free spot nearest the
 * anchor. Earlier requests win. A label for which there is no room at all is left out rather than laid over another.
 * @param requests in order of importance
 * @param frame where labels may stand, pixels
 * @param avoid boxes never to be covered
 * @param shun boxes and lines covered only when there is no other way
 * @returns the placed labels, in the order of the requests
 */
export function placeLabels(
  requests: readonly LabelRequest[],
  frame: Box,
  avoid: readonly Box[],
  shun: { readonly boxes: readonly Box[]; readonly lines: readonly (readonly [Point, Point])[] },
): readonly PlacedLabel[] {
  const placed: PlacedLabel[] = [];
  for (const request of requests) {
    const taken = [...avoid, ...placed.map((p) => p.box)];
    const free = (box: Box, keepOff: readonly Box[]) => within(box, frame) && !keepOff.some((k) => overlap(box, k));
    const strict = [...taken, ...shun.boxes];
    const clear = (box: Box) => free(box, strict) && !shun.lines.some(([a, b]) => segmentMeets(a, b, box));
    const label =
      candidateWhere(request, clear) ??
      nearWhere(request, clear) ??
      candidateWhere(request, (box) => free(box, strict)) ??
      nearestWhere(request, frame, (box) => free(box, taken));
    if (label) placed.push(label);
  }
  return placed;
}

/**
 * Places labels at their first free candidate and leaves out those that have none: for drawings with hundreds of things,
 * where a label far from its own would be read as another's.
 * @param requests in order of importance
 * @param frame where labels may stand, pixels
 * @param avoid boxes never to be covered
 * @returns the placed labels, in the order of the requests
 */
export function placeOrLeave(requests: readonly LabelRequest[], frame: Box, avoid: readonly Box[]): readonly PlacedLabel[] {
  const placed: PlacedLabel[] = [];
  const free = (box: Box) => within(box, frame) && !avoid.some((k) => overlap(box, k)) && !placed.some((p) => overlap(box, p.box));
  for (const request of requests) {
    const label = candidateWhere(request, free);
    if (label) placed.push({ ...label, leader: null });
  }
  return placed;
}

/** Offsets near enough to an anchor for a label there to be read as its own, the nearest first. */
const NEARBY: readonly Point[] = nearby();
function nearby(): Point[] {
  const offsets: Point[] = [];
  for (let y = -NEAR; y <= NEAR; y += STEP) for (let x = -NEAR; x <= NEAR; x += STEP) offsets.push({ x, y });
  return offsets.sort((p, q) => Math.hypot(p.x, p.y) - Math.hypot(q.x, q.y));
}

function nearWhere(request: LabelRequest, ok: (box: Box) => boolean): PlacedLabel | null {
  const { anchor } = request;
  for (const o of NEARBY) {
    const centre = { x: anchor.x + o.x, y: anchor.y + o.y };
    const box = boxOf(request, centre, false);
    if (ok(box)) return make(request, centre, false, box);
  }
  return null;
}

function candidateWhere(request: LabelRequest, ok: (box: Box) => boolean): PlacedLabel | null {
  for (const c of request.candidates) {
    const box = boxOf(request, c, c.vertical ?? false);
    if (ok(box)) return make(request, c, c.vertical ?? false, box);
  }
  return null;
}

function nearestWhere(request: LabelRequest, frame: Box, ok: (box: Box) => boolean): PlacedLabel | null {
  const { w, h } = boxOf(request, request.anchor, false);
  let best: Point | null = null;
  let bestDistance = Number.POSITIVE_INFINITY;
  for (let y = frame.y + h / 2; y <= frame.y + frame.h - h / 2; y += STEP) {
    for (let x = frame.x + w / 2; x <= frame.x + frame.w - w / 2; x += STEP) {
      const distance = Math.hypot(x - request.anchor.x, y - request.anchor.y);
      if (distance < bestDistance && ok(boxOf(request, { x, y }, false))) {
        best = { x, y };
        bestDistance = distance;
      }
    }
  }
  return best && make(request, best, false, boxOf(request, best, false));
}

/** Width and height a level label takes, pixels. */
export function labelSize(text: string, size: number): { readonly w: number; readonly h: number } {
  return { w: text.length * size * CHARACTER_WIDTH + 4, h: size * LINE };
}

function boxOf(request: LabelRequest, centre: Point, vertical: boolean): Box {
  const { w, h } = labelSize(request.text, request.size);
  return boxAround(centre, vertical ? h : w, vertical ? w : h);
}

function make(request: LabelRequest, centre: Point, vertical: boolean, box: Box): PlacedLabel {
  const { anchor } = request;
  const edge = {
    x: Math.min(Math.max(anchor.x, box.x), box.x + box.w),
    y: Math.min(Math.max(anchor.y, box.y), box.y + box.h),
  };
  const far = Math.hypot(edge.x - anchor.x, edge.y - anchor.y) > FAR;
  return {
    id: request.id,
    text: request.text,
    size: request.size,
    centre: { x: centre.x, y: centre.y },
    vertical,
    box,
    leader: far ? [edge, anchor] : null,
  };
}
