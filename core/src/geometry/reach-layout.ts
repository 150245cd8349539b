import type { ReachAnswer, ReachQuestion } from '../height/index';
import { showHeight, type UnitSystem } from '../units';
import type { Point } from './box';
import { type LabelRequest, labelSize, type PlacedLabel, placeLabels } from './place-labels';

/** A tree, an object and how far the tree reaches, from the side and from above, ready to draw: CSS pixels, one scale each. */
export interface ReachLayout {
  readonly side: {
    readonly scale: number;
    readonly foot: Point;
    readonly tip: Point;
    /** Where the tip passes on its way down toward the object, from upright to the ground. */
    readonly arc: readonly Point[];
    /** The same with the margin. */
    readonly margin: readonly Point[];
    readonly object: readonly [foot: Point, top: Point];
    readonly ground: readonly [Point, Point];
    readonly labels: readonly PlacedLabel[];
  };
  readonly plan: {
    readonly scale: number;
    readonly centre: Point;
    readonly reach: number;
    readonly withMargin: number;
    readonly keepAway: number;
    readonly object: Point;
    readonly labels: readonly PlacedLabel[];
  };
}
interface Frame {
  readonly width: number;
  readonly height: number;
}

/**
 * Lays out both drawings of the question.
 * @param q tree, object and margin
 * @param a what follows
 * @param frame of each drawing, CSS pixels, from 240 × 160
 * @returns coordinates
 */
export function reachLayout(q: ReachQuestion, a: ReachAnswer, frame: Frame, units: UnitSystem): ReachLayout {
  return { side: sideOf(q, a, frame, units), plan: planOf(q, a, frame, units) };
}

function sideOf(q: ReachQuestion, a: ReachAnswer, frame: Frame, units: UnitSystem): ReachLayout['side'] {
  const size = frame.width < 500 ? 13 : 15;
  const angle = Math.atan(q.slope);
  const far = { x: q.distance * Math.cos(angle), y: q.distance * Math.sin(angle) };
  const whole = a.reach + q.margin;
  const wide = Math.max(far.x, whole) * 1.06;
  const high = Math.max(whole, far.y + q.objectHeight, 0);
  const low = Math.min(0, far.y, Math.tan(angle) * wide);
  const pad = { x: 30, top: size * 2, bottom: size * 2.4 };
  const scale = Math.min((frame.width - 2 * pad.x) / wide, (frame.height - pad.top - pad.bottom) / (high - low));
  const left = pad.x + (frame.width - 2 * pad.x - wide * scale) * 0.3;
  const at = (p: Point): Point => ({ x: left + p.x * scale, y: pad.top + (high - p.y) * scale });
  // from upright down to the ground on the object's side
  const swing = (r: number) =>
    Array.from({ length: 33 }, (_, i) => {
      const turn = Math.PI / 2 - ((Math.PI / 2 - angle) * i) / 32;
      return at({ x: r * Math.cos(turn), y: r * Math.sin(turn) });
    });
  const foot = at({ x: 0, y: 0 });
  const object = [at(far), at({ x: far.x, y: far.y + q.objectHeight })] as const;
  const arc = swing(a.reach);
  const edge = (x: number): Point => ({ x, y: foot.y - (x - foot.x) * q.slope });
  const tip = at({ x: 0, y: q.height });
  const text = (m: number) => showHeight(m as ReachAnswer['reach'], units);
  const middle = (p: Point, r: Point): Point => ({ x: (p.x + r.x) / 2, y: (p.y + r.y) / 2 });
  const below = { ...middle(foot, object[0]), y: middle(foot, object[0]).y + size * 1.2 };
  const requests = [
    label('reach', `reaches ${text(a.reach)}`, arc[12] as Point, size, [
      [0.6, -1.2],
      [0.6, 1.4],
    ]),
    label('tree', text(q.height), middle(foot, tip), size, [
      [0.7, 0],
      [-0.7, 0],
    ]),
    label('object', q.objectHeight > 0 ? `${text(q.objectHeight)} high` : 'object', object[1], size, [
      [0.7, 0],
      [-0.7, 0],
      [0, -1.2],
    ]),
    {
      ...label('distance', text(q.distance), below, size, [
        [0, 0],
        [0, 1],
      ]),
      anchor: below,
    },
  ];
  return {
    scale,
    foot,
    tip,
    arc,
    margin: q.margin > 0 ? swing(whole) : [],
    object,
    ground: [edge(0), edge(frame.width)],
    labels: placeLabels(requests, { x: 3, y: 3, w: frame.width - 6, h: frame.height - 6 }, [], { boxes: [], lines: [[foot, tip], object] }),
  };
}

function planOf(q: ReachQuestion, a: ReachAnswer, frame: Frame, units: UnitSystem): ReachLayout['plan'] {
  const size = frame.width < 500 ? 13 : 15;
  const level = q.distance / Math.sqrt(1 + q.slope * q.slope);
  const half = Math.max(a.keepAway, level) * 1.06;
  const scale = Math.min(frame.width, frame.height) / (2 * half);
  const centre = { x: frame.width / 2, y: frame.height / 2 };
  const object = { x: centre.x + level * scale, y: centre.y };
  const text = (m: number) => showHeight(m as ReachAnswer['reach'], units);
  const on = (r: number, turn: number): Point => ({ x: centre.x + r * scale * Math.cos(turn), y: centre.y - r * scale * Math.sin(turn) });
  const requests = [
    label('object', 'object', object, size, [
      [0, -1.4],
      [0, 1.4],
    ]),
    label('reach', `reaches ${text(a.reach)}`, on(a.reach, 2.2), size, [
      [0, 1.2],
      [0, -1.2],
    ]),
    label('keep-away', `people ${text(a.keepAway)} away`, on(a.keepAway, -Math.PI / 2), size, [
      [0, -1.1],
      [0, 1.1],
    ]),
    label('tree', 'tree', centre, size, [
      [0, 1.4],
      [0, -1.4],
    ]),
  ];
  return {
    scale,
    centre,
    reach: a.reach * scale,
    withMargin: (a.reach + q.margin) * scale,
    keepAway: a.keepAway * scale,
    object,
    labels: placeLabels(requests, { x: 3, y: 3, w: frame.width - 6, h: frame.height - 6 }, [], { boxes: [], lines: [] }),
  };
}

/** Candidates as shares: of half the width aside, of the type's size down. */
function label(id: string, text: string, anchor: Point, size: number, places: readonly (readonly [number, number])[]): LabelRequest {
  const { w } = labelSize(text, size);
  return {
    id,
    text,
    size,
    anchor,
    candidates: places.map(([x, y]) => ({ x: anchor.x + x * w + Math.sign(x) * 4, y: anchor.y + y * size })),
  };
}
