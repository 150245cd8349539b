import { type Box, overlap, type Point, segmentMeets } from './box';
import type { LaidHand, LaidInset } from './layout';
import type { SightScene } from './scene';
import { stemOutline } from './tree-outline';

interface Frame {
  readonly width: number;
  readonly height: number;
}
type Line = readonly [Point, Point];

/** The tape across the stem, as far aside as the stem leans at its height. */
export function pomLine(scene: SightScene, at: (p: Point) => Point): readonly [Point, Point] {
  const reach = scene.diameter * 0.75;
  const x = (scene.tipX * scene.pom) / scene.height;
  return [at({ x: x - reach, y: scene.pom }), at({ x: x + reach, y: scene.pom })];
}

/** The corner which the drawing crosses least, and no other inset has. */
function freeCorner(frame: Frame, side: number, lines: readonly Line[], taken: readonly Box[]): Box {
  const gap = 8;
  const corners = [
    { x: frame.width - side - gap, y: gap },
    { x: frame.width - side - gap, y: frame.height - side - gap },
    { x: gap, y: gap },
    { x: gap, y: frame.height - side - gap },
    // beside an inset that has the first corner
    { x: frame.width - 2 * (side + gap), y: gap },
  ]
    .map((c): Box => ({ ...c, w: side, h: side }))
    .filter((c) => !taken.some((t) => overlap(t, c)));
  const crossings = (box: Box) => lines.filter(([a, b]) => segmentMeets(a, b, box)).length;
  return corners.reduce((best, c) => (crossings(c) < crossings(best) ? c : best));
}

/** The ground reference near its lower edge. */
export function layInset(
  scene: SightScene,
  frame: Frame,
  lines: readonly Line[],
  slope: number,
  side: number,
  taken: readonly Box[],
): LaidInset {
  const box = freeCorner(frame, side, lines, taken);
  const shown = Math.max(scene.pom * 1.5, scene.diameter * 1.6);
  const scale = (side * 0.8) / shown;
  const at = (p: Point): Point => ({ x: box.x + side * 0.4 + p.x * scale, y: box.y + side * 0.86 - p.y * scale });
  // the ground leaves the box at the side first reached
  const reach = Math.min(0.4 * side, (0.14 * side) / Math.max(Math.abs(slope), 1e-9)) / scale;
  return {
    box,
    scale,
    ground: [at({ x: -reach, y: -reach * slope }), at({ x: reach, y: reach * slope })],
    stem: stemOutline(scene.height, scene.diameter, scene.pom)
      .filter((p) => p.y <= shown)
      .map(at),
    pom: pomLine({ ...scene, tipX: 0 }, at),
  };
}

/** Eye at the right as in the drawing, the stick to its left. */
export function handInset(
  hand: NonNullable<SightScene['hand']>,
  frame: Frame,
  lines: readonly Line[],
  side: number,
  taken: readonly Box[],
): LaidHand {
  const box = freeCorner(frame, side, lines, taken);
  const [low, high] = [Math.min(0, -hand.below), Math.max(0, hand.covers - hand.below)];
  const scale = Math.min((side * 0.62) / hand.reach, (side * 0.66) / (high - low));
  const eye = { x: box.x + side * 0.86, y: box.y + side * 0.14 + high * scale };
  const x = eye.x - hand.reach * scale;
  return {
    box,
    scale,
    eye,
    stick: [
      { x, y: eye.y + hand.below * scale },
      { x, y: eye.y - (hand.covers - hand.below) * scale },
    ],
  };
}
