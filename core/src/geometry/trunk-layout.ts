import { type Box, boxAround, type Point } from './box';
import { type LabelRequest, labelSize, type PlacedLabel, placeLabels } from './place-labels';
import type { TrunkScene, TrunkTape } from './trunk-scene';

/** A trunk ready to draw, CSS pixels, one scale for both directions. */
export interface TrunkLayout {
  readonly width: number;
  readonly height: number;
  /** Pixels in a metre. */
  readonly scale: number;
  readonly ground: readonly [Point, Point];
  readonly snow: readonly [Point, Point] | null;
  /** The uphill ground behind a stem that leans across the slope. */
  readonly behind: readonly [Point, Point] | null;
  readonly stem: readonly Point[];
  readonly others: readonly (readonly Point[])[];
  readonly vines: readonly (readonly Point[])[];
  readonly zones: readonly { readonly id: string; readonly shape: readonly Point[] }[];
  readonly tapes: readonly LaidTape[];
  readonly schools: readonly LaidTape[];
  readonly datum: Point;
  /** From the datum at its level to where the measured line begins. */
  readonly level: readonly [Point, Point];
  readonly measured: readonly [Point, Point];
  readonly handles: readonly { readonly id: string; readonly at: Point; readonly height: number }[];
  readonly person: { readonly feet: Point; readonly head: Point; readonly size: number };
  readonly axis: { readonly start: Point; readonly up: Point };
  readonly labels: readonly PlacedLabel[];
}
/** A tape as it lies: its ends and the lowest point of its sag toward the viewer, for a curve. */
export interface LaidTape {
  readonly id: string;
  readonly from: Point;
  readonly to: Point;
  readonly bend: Point;
}

/**
 * Lays a trunk out in a frame: to scale, everything inside, no label over another.
 * @param scene metres
 * @param frame size in CSS pixels, from 240 × 200
 * @returns coordinates to draw, tap and drag
 */
export function trunkLayout(scene: TrunkScene, frame: { readonly width: number; readonly height: number }): TrunkLayout {
  const narrow = frame.width < 500;
  const size = narrow ? 13 : 15;
  const pad = { top: 10, bottom: narrow ? 14 : 24 };
  const low = Math.min(-0.22, scene.person.feet.y - 0.08, scene.datum.at.y - 0.15);
  const left = Math.min(scene.person.feet.x - 0.2, scene.left);
  // labels stand to the right of the trunk
  const forLabels = Math.min(frame.width * 0.42, size * 15);
  const room = { w: frame.width - forLabels - 12, h: frame.height - pad.top - pad.bottom };
  const scale = Math.min(room.w / (scene.right - left), room.h / (scene.top - low));
  const spare = { x: room.w - scale * (scene.right - left), y: room.h - scale * (scene.top - low) };
  const at = (p: Point): Point => ({
    x: 10 + spare.x * 0.55 + (p.x - left) * scale,
    y: pad.top + spare.y * 0.6 + (scene.top - p.y) * scale,
  });
  const ground = edge(0);
  function edge(up: number): readonly [Point, Point] {
    const zero = at({ x: 0, y: up });
    const rise = Math.tan(scene.slope);
    return [
      { x: 0, y: zero.y + zero.x * rise },
      { x: frame.width, y: zero.y - (frame.width - zero.x) * rise },
    ];
  }
  const lay = (t: TrunkTape): LaidTape => {
    const [from, to] = [at(t.from), at(t.to)];
    const sag = Math.hypot(to.x - from.x, to.y - from.y) * 0.1;
    // square to the tape, toward the foot of the stem
    const n = { x: -(to.y - from.y), y: to.x - from.x };
    const length = Math.hypot(n.x, n.y) || 1;
    return {
      id: t.id,
      from,
      to,
      bend: { x: (from.x + to.x) / 2 + (n.x / length) * sag * 2, y: (from.y + to.y) / 2 + (n.y / length) * sag * 2 },
    };
  };
  const start = at(scene.axis.start);
  const layout = {
    width: frame.width,
    height: frame.height,
    scale,
    ground,
    snow: scene.snow > 0 ? edge(scene.snow) : null,
    behind: scene.behind === null ? null : edge(scene.behind),
    stem: scene.stem.map(at),
    others: scene.others.map((o) => o.map(at)),
    vines: scene.vines.map((v) => v.map(at)),
    zones: scene.zones.map((z) => ({ id: z.id, shape: z.shape.map(at) })),
    tapes: scene.tapes.map(lay),
    schools: scene.schools.map(lay),
    datum: at(scene.datum.at),
    level: [at(scene.datum.at), at(scene.measured.from)] as const,
    measured: [at(scene.measured.from), at(scene.measured.to)] as const,
    handles: scene.handles.map((h) => ({ ...h, at: at(h.at) })),
    person: {
      feet: at(scene.person.feet),
      head: at({ x: scene.person.feet.x, y: scene.person.feet.y + scene.person.height }),
      size: 0.09 * scale,
    },
    axis: { start, up: { x: scene.axis.up.x * scale, y: -scene.axis.up.y * scale } },
  };
  return { ...layout, labels: labels(scene, layout, size) };
}

/**
 * The height along the stem nearest to a point of the drawing: what a handle dragged there would say.
 * @param layout a trunk as it is drawn
 * @param p a point of the drawing, pixels
 * @returns metres above the ground reference, below 0 under it
 */
export function heightAt(layout: Pick<TrunkLayout, 'axis'>, p: Point): number {
  const { start, up } = layout.axis;
  return ((p.x - start.x) * up.x + (p.y - start.y) * up.y) / (up.x ** 2 + up.y ** 2);
}

function labels(scene: TrunkScene, l: Omit<TrunkLayout, 'labels'>, size: number): readonly PlacedLabel[] {
  const requests: LabelRequest[] = [];
  const beside = (text: string, s: number, anchor: Point, right: boolean): LabelRequest['candidates'] => {
    const { w, h } = labelSize(text, s);
    const x = right ? anchor.x + w / 2 + 6 : anchor.x - w / 2 - 6;
    return [0, -h, h, -2 * h, 2 * h, -3 * h, 3 * h].map((dy) => ({ x, y: anchor.y + dy }));
  };
  const add = (id: string, text: string, s: number, anchor: Point, ...sides: boolean[]) =>
    text && requests.push({ id, text, size: s, anchor, candidates: sides.flatMap((right) => beside(text, s, anchor, right)) });
  for (const [i, t] of l.tapes.entries()) add(t.id, scene.tapes[i]?.text ?? '', size + 1, t.to, true, false);
  const middle = { x: (l.measured[0].x + l.measured[1].x) / 2, y: (l.measured[0].y + l.measured[1].y) / 2 };
  const under = { x: l.datum.x + labelSize(scene.datum.text, size - 1).w / 2, y: l.datum.y + size * 1.7 };
  requests.push({
    id: 'datum',
    text: scene.datum.text,
    size: size - 1,
    anchor: l.datum,
    candidates: [under, { ...under, y: under.y + size }, ...beside(scene.datum.text, size - 1, l.datum, true)],
  });
  for (const [i, t] of l.schools.entries()) add(t.id, scene.schools[i]?.text ?? '', size - 2, t.to, true, false);
  add('measured', scene.measured.text, size - 1, middle, true, false);
  for (const [i, z] of l.zones.entries()) {
    const box = bounds(z.shape);
    const text = scene.zones[i]?.text ?? '';
    const y = box.y + box.h / 2;
    const candidates = [...beside(text, size - 2, { x: box.x, y }, false), ...beside(text, size - 2, { x: box.x + box.w, y }, true)];
    requests.push({ id: `zone:${z.id}`, text, size: size - 2, anchor: { x: box.x, y }, candidates });
  }
  const frame = { x: 3, y: 3, w: l.width - 6, h: l.height - 6 };
  const lines = [
    ...l.tapes.map((t) => [t.from, t.to] as const),
    ...l.schools.map((t) => [t.from, t.to] as const),
    l.measured,
    l.level,
    l.ground,
    [l.person.feet, l.person.head] as const,
    // a slanting branch is a line: its box would claim the air beside it
    ...l.others.filter((o) => o.length <= BRANCH_POINTS).map((o) => [o[0], o[1]] as [Point, Point]),
  ];
  const boxes = [
    ...[l.stem, ...l.others.filter((o) => o.length > BRANCH_POINTS)].flatMap((o) => slices(o)).flatMap((b) => aboveGround(l, b)),
    boxAround(l.person.head, l.person.size * 2.4, l.person.size * 2.4),
    boxAround(l.datum, 16, 16),
  ];
  return placeLabels(requests, frame, [], { boxes, lines });
}

function bounds(points: readonly Point[]): Box {
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, w: Math.max(...xs) - x, h: Math.max(...ys) - y };
}

/** The part of a box that stands above the ground at its middle. */
function aboveGround({ ground: [a, b] }: Pick<TrunkLayout, 'ground'>, box: Box): readonly Box[] {
  const ground = a.y + ((b.y - a.y) * (box.x + box.w / 2 - a.x)) / (b.x - a.x);
  return ground <= box.y ? [] : [{ ...box, h: Math.min(box.h, ground - box.y) }];
}

/** A branch is drawn by so few points, a stem by many. */
const BRANCH_POINTS = 4;
/** Points of an outline to one box of the pile. */
const STRIDE = 5;

/** A stem as a pile of boxes: one box around a leaning stem would claim the air beside it. */
function slices(stem: readonly Point[]): readonly Box[] {
  const half = Math.floor(stem.length / 2);
  const boxes: Box[] = [];
  for (let i = 0; i + 1 < half; i += STRIDE) {
    const to = Math.min(half - 1, i + STRIDE);
    boxes.push(bounds([...stem.slice(i, to + 1), ...stem.slice(stem.length - 1 - to, stem.length - i)]));
  }
  return boxes;
}
