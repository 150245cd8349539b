import type { Point } from './box';
import type { LaidDimension, SightLayout } from './layout';
import type { SightScene } from './scene';
import { handInset, layInset, pomLine } from './sight-insets';
import { sightLabels } from './sight-labels';
import { crownHalfWidth, crownOutline, leaned, stemOutline } from './tree-outline';

/** Below this many pixels from ground to POM the foot gets an inset. */
const POM_VISIBLE = 16;
/** Below this many pixels from eye to stick the hand gets one. */
const HAND_VISIBLE = 70;
const COLUMN = 30;

/**
 * Lays a scene out in a frame: to scale, everything inside, no label over another.
 * @param scene metres
 * @param frame size in CSS pixels, from 240 × 160
 * @param hold a scale and a foot to keep while something is dragged; parts may then leave the frame
 * @returns coordinates to draw and tap
 */
export function sightLayout(
  scene: SightScene,
  frame: { readonly width: number; readonly height: number },
  hold?: Pick<SightLayout, 'scale' | 'foot'>,
): SightLayout {
  const narrow = frame.width < 500;
  const size = narrow ? 13 : 15;
  const half = Math.max(crownHalfWidth(scene.crownBase, scene.height, scene.crown), scene.shoulder?.halfWidth ?? 0, scene.diameter);
  const left = Math.max(half - Math.min(0, scene.tipX), half);
  const pad = { left: 20 + COLUMN * Math.max(1, scene.dimensions.length), right: narrow ? 26 : 40, top: size * 2, bottom: size * 2.6 };
  const reached = pointsOf(scene);
  const low = Math.min(0, ...reached.map((p) => p.y));
  const high = Math.max(scene.height, ...reached.map((p) => p.y), ...scene.dimensions.map((d) => d.to + d.sigma));
  const right = Math.max(half + Math.max(0, scene.tipX), ...reached.map((p) => p.x));
  const room = { w: frame.width - pad.left - pad.right, h: frame.height - pad.top - pad.bottom };
  const scale = hold?.scale ?? Math.min(room.w / (left + right), room.h / (high - low));
  const spareX = room.w - scale * (left + right);
  const spareY = room.h - scale * (high - low);
  const origin = hold?.foot ?? { x: pad.left + spareX * 0.4 + left * scale, y: pad.top + spareY * 0.6 + high * scale };
  const at = (p: Point): Point => ({ x: origin.x + p.x * scale, y: origin.y - p.y * scale });

  const foot = at({ x: 0, y: 0 });
  const eye = at(scene.eye);
  const slope = scene.feet.x === 0 ? 0 : scene.feet.y / scene.feet.x;
  const edgePoint = (x: number): Point => ({ x, y: foot.y - (x - foot.x) * slope });
  const ground = [edgePoint(0), edgePoint(frame.width)] as const;
  const dimensions = scene.dimensions.map((d, i): LaidDimension => {
    const end = at({ x: 0, y: d.to }).y;
    const reach = d.sigma * scale;
    return {
      target: d.target,
      x: foot.x - left * scale - 16 - COLUMN * (scene.dimensions.length - 1 - i),
      from: foot.y,
      to: end,
      band: [end - reach, end + reach],
    };
  });
  const sights = scene.sights.map((s) => ({ target: s.target, from: at(s.from), to: at(s.to), ghost: s.ghost }));
  const lines = scene.lines.map((l) => ({ ...l, from: at(l.from), to: at(l.to) }));
  const tip = at({ x: scene.tipX, y: scene.height });
  const busy = [
    ...sights.map((s) => [s.from, s.to] as const),
    ...lines.map((l) => [l.from, l.to] as const),
    [foot, tip] as const,
    [foot, at(scene.feet)] as const,
    ...dimensions.map(
      (d) =>
        [
          { x: d.x, y: d.from },
          { x: d.x, y: d.band[0] },
        ] as const,
    ),
  ];
  const side = narrow ? 84 : 120;
  const inset = scene.pom * scale < POM_VISIBLE ? layInset(scene, frame, busy, slope, side, []) : null;
  const hand =
    scene.hand && scene.hand.reach * scale < HAND_VISIBLE ? handInset(scene.hand, frame, busy, side, inset ? [inset.box] : []) : null;
  const outline = (points: readonly Point[]) => leaned(points, scene.tipX, scene.height).map(at);
  const layout = {
    width: frame.width,
    height: frame.height,
    scale,
    foot,
    ground,
    stem: outline(stemOutline(scene.height, scene.diameter, scene.pom)),
    crown: outline(crownOutline(scene.crownBase, scene.height, scene.crown)),
    shoulder: scene.shoulder ? outline(shoulderOutline(scene.shoulder, scene.height)) : [],
    pom: pomLine(scene, at),
    eye,
    feet: at(scene.feet),
    viewer: scene.viewer,
    far: scene.far ? { eye: at(scene.far.eye), feet: at(scene.far.feet), ghost: scene.far.ghost } : null,
    level: [eye, { x: foot.x - half * scale * 0.5, y: eye.y }] as const,
    sights,
    lines,
    marks: scene.marks.map((m) => ({ target: m.target, at: at(m.at), ghost: m.ghost ?? false, quiet: m.quiet ?? false })),
    dimensions,
    inset,
    hand,
  };
  return { ...layout, labels: sightLabels(scene, layout, size) };
}

/** Everything that must lie in the frame beside the tree itself. */
function pointsOf(s: SightScene): readonly Point[] {
  return [
    ...(s.viewer === 'none' ? [] : [s.eye, s.feet]),
    ...s.sights.flatMap((x) => [x.from, x.to]),
    ...s.lines.flatMap((x) => [x.from, x.to]),
    ...s.marks.map((m) => m.at),
    ...(s.far ? [s.far.eye, s.far.feet] : []),
  ];
}

/** Half an ellipse under the tip. */
function shoulderOutline(s: NonNullable<SightScene['shoulder']>, height: number): readonly Point[] {
  return Array.from({ length: 25 }, (_, i) => {
    const a = (i / 24) * Math.PI;
    return { x: s.halfWidth * Math.cos(a), y: height - s.depth + s.depth * Math.sin(a) };
  });
}
