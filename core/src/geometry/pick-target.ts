import type { Box, Point } from './box';
import type { SightLayout } from './layout';
import type { SceneTarget } from './scene';

/** How far from a thin line a finger still means it, CSS pixels: half of a target of 28. */
const REACH = 14;
/** The head is small and the sights all meet there: near it the person is meant. */
const HEAD = 22;

/** The target a label's reading belongs to; a dimension's label names the height, a second one of a kind its number. */
export const targetOfLabel = (id: string) => id.replace('height:', '').replace(/ \d+$/, '') as SceneTarget;

/**
 * What is meant by a tap on a sight sheet: the label under the finger, else the person, else the nearest line or mark
 * within reach, else the area (stem before crown before ground).
 * @param layout a drawing laid out by `sightLayout`
 * @param at where it was tapped, CSS pixels from its top left corner
 * @returns the reading's target, or null over bare paper
 */
export function pickTarget(layout: SightLayout, at: Point): SceneTarget | null {
  const { labels, inset, hand, far } = layout;
  const label = labels.find((l) => inBox(at, l.box));
  if (label) return targetOfLabel(label.id);
  if (hand && inBox(at, hand.box)) return 'stick';
  if (inset && inBox(at, inset.box)) return 'dbh';
  if (layout.viewer === 'person' && toPoint(at, layout.eye) <= HEAD) return 'eye-height';
  if (far && toPoint(at, far.eye) <= HEAD) return 'far-tip';
  return nearest(layout, at) ?? areaAt(layout, at);
}

function nearest(l: SightLayout, at: Point): SceneTarget | null {
  const person = l.viewer === 'person';
  const all: readonly (readonly [SceneTarget, number])[] = [
    ...l.labels.map((x) => [targetOfLabel(x.id), toBox(at, x.box)] as const),
    ...l.marks.filter((m) => !m.quiet).map((m) => [m.target, toPoint(at, m.at)] as const),
    ...l.sights.map((s) => [s.target, toSegment(at, s.from, s.to)] as const),
    ...l.lines.map((x) => [x.target, toSegment(at, x.from, x.to)] as const),
    ...l.dimensions.map((d) => [d.target, toSegment(at, { x: d.x, y: d.from }, { x: d.x, y: d.to })] as const),
    ['dbh', toSegment(at, ...l.pom)],
    ...(person ? [['eye-height', toSegment(at, l.feet, l.eye)] as const, ['distance', toSegment(at, ...l.level)] as const] : []),
    ...(l.far ? [['far-tip', toSegment(at, l.far.feet, l.far.eye)] as const] : []),
    ...l.shoulder.slice(1).map((p, i) => ['crown', toSegment(at, l.shoulder[i] ?? p, p)] as const),
  ];
  const best = all.reduce((a, b) => (b[1] < a[1] ? b : a));
  return best[1] <= REACH ? best[0] : null;
}

function areaAt(l: SightLayout, at: Point): SceneTarget | null {
  if (inPolygon(at, l.stem)) return 'dbh';
  if (inPolygon(at, l.crown)) return 'crown-base';
  const [a, b] = l.ground;
  const surface = a.y + ((b.y - a.y) * (at.x - a.x)) / (b.x - a.x);
  return at.y >= surface ? 'ground' : null;
}

const toPoint = (p: Point, q: Point) => Math.hypot(p.x - q.x, p.y - q.y);

const toBox = (p: Point, b: Box) => Math.hypot(Math.max(b.x - p.x, 0, p.x - b.x - b.w), Math.max(b.y - p.y, 0, p.y - b.y - b.h));

const inBox = (p: Point, b: Box) => toBox(p, b) === 0;

function toSegment(p: Point, a: Point, b: Point): number {
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  const long = dx * dx + dy * dy;
  const t = long === 0 ? 0 : Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / long));
  return toPoint(p, { x: a.x + t * dx, y: a.y + t * dy });
}

/** By the crossings of a ray to the right. */
function inPolygon(p: Point, corners: readonly Point[]): boolean {
  let inside = false;
  corners.forEach((a, i) => {
    const b = corners[(i + 1) % corners.length] ?? a;
    if (a.y > p.y !== b.y > p.y && p.x < a.x + ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y)) inside = !inside;
  });
  return inside;
}
