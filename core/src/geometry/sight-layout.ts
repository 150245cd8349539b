import { type Box, boxAround, type Point, segmentMeets } from './box';
import { type LabelRequest, labelSize, type PlacedLabel, placeLabels } from './place-labels';
import type { SceneTarget, SightScene } from './sight-scene';
import { crownHalfWidth, crownOutline, stemOutline } from './tree-outline';

/** The sight sheet ready to draw, CSS pixels, one scale for both directions. */
export interface SightLayout {
  readonly width: number;
  readonly height: number;
  /** Pixels in a metre. */
  readonly scale: number;
  readonly foot: Point;
  readonly ground: readonly [Point, Point];
  readonly stem: readonly Point[];
  readonly crown: readonly Point[];
  readonly pom: readonly [Point, Point];
  readonly eye: Point;
  readonly feet: Point;
  readonly level: readonly [Point, Point];
  readonly sights: readonly { readonly target: SceneTarget; readonly from: Point; readonly to: Point; readonly ghost: boolean }[];
  readonly dimensions: readonly LaidDimension[];
  readonly inset: LaidInset | null;
  /** Label ids are the targets they speak of; `height:` before the target for a dimension. */
  readonly labels: readonly PlacedLabel[];
}
export interface LaidDimension {
  readonly target: SceneTarget;
  readonly x: number;
  readonly from: number;
  readonly to: number;
  /** Top and bottom of one standard error either side of the end. */
  readonly band: readonly [number, number];
}
/** The foot of the stem, enlarged, where the point of measurement would be too small to see or tap. */
export interface LaidInset {
  readonly box: Box;
  readonly scale: number;
  readonly ground: readonly [Point, Point];
  readonly stem: readonly Point[];
  readonly pom: readonly [Point, Point];
}

/** Below this many pixels from ground to POM the foot gets an inset. */
const POM_VISIBLE = 16;
const COLUMN = 30;

/**
 * Lays a scene out in a frame: to scale, everything inside, no label over another.
 * @param scene metres
 * @param frame size in CSS pixels, from 240 × 160
 * @returns coordinates to draw and tap
 */
export function sightLayout(scene: SightScene, frame: { readonly width: number; readonly height: number }): SightLayout {
  const narrow = frame.width < 500;
  const size = narrow ? 13 : 15;
  const half = Math.max(crownHalfWidth(scene.crownBase, scene.height, scene.crown), scene.diameter);
  const pad = { left: 20 + COLUMN * Math.max(1, scene.dimensions.length), right: narrow ? 26 : 40, top: size * 2, bottom: size * 2.6 };
  const heights = [0, scene.height, scene.eye.y, scene.feet.y, ...scene.sights.map((s) => s.to.y)];
  const low = Math.min(...heights);
  const high = Math.max(...heights, ...scene.dimensions.map((d) => d.to + d.sigma));
  const room = { w: frame.width - pad.left - pad.right, h: frame.height - pad.top - pad.bottom };
  const scale = Math.min(room.w / (half + scene.distance.value), room.h / (high - low));
  const spareX = room.w - scale * (half + scene.distance.value);
  const spareY = room.h - scale * (high - low);
  const at = (p: Point): Point => ({ x: pad.left + spareX * 0.4 + (half + p.x) * scale, y: pad.top + spareY * 0.6 + (high - p.y) * scale });

  const foot = at({ x: 0, y: 0 });
  const eye = at(scene.eye);
  const slope = scene.feet.y / scene.feet.x;
  const ground = [edgePoint(0), edgePoint(frame.width)] as const;
  function edgePoint(x: number): Point {
    return { x, y: foot.y - (x - foot.x) * slope };
  }
  const pom = pomLine(scene, at);
  const dimensions = scene.dimensions.map((d, i): LaidDimension => {
    const end = at({ x: 0, y: d.to }).y;
    const reach = d.sigma * scale;
    return {
      target: d.target,
      x: foot.x - half * scale - 16 - COLUMN * (scene.dimensions.length - 1 - i),
      from: foot.y,
      to: end,
      band: [end - reach, end + reach],
    };
  });
  const sights = scene.sights.map((s) => ({ target: s.target, from: eye, to: at(s.to), ghost: s.ghost }));
  const crown = crownOutline(scene.crownBase, scene.height, scene.crown).map(at);
  const lines = [
    ...sights.map((s) => [s.from, s.to] as const),
    [foot, at({ x: 0, y: scene.height })] as const,
    [foot, at(scene.feet)] as const,
  ];
  const inset = scene.pom * scale < POM_VISIBLE ? layInset(scene, frame, lines, slope, narrow ? 84 : 120) : null;
  const layout = {
    width: frame.width,
    height: frame.height,
    scale,
    foot,
    ground,
    stem: stemOutline(scene.height, scene.diameter, scene.pom).map(at),
    crown,
    pom,
    eye,
    feet: at(scene.feet),
    level: [eye, { x: foot.x - half * scale * 0.5, y: eye.y }] as const,
    sights,
    dimensions,
    inset,
  };
  return { ...layout, labels: labels(scene, layout, size) };
}

function pomLine(scene: SightScene, at: (p: Point) => Point): readonly [Point, Point] {
  const reach = scene.diameter * 0.75;
  return [at({ x: -reach, y: scene.pom }), at({ x: reach, y: scene.pom })];
}

/** In the corner which the drawing crosses least, the ground reference near its lower edge. */
function layInset(
  scene: SightScene,
  frame: { readonly width: number; readonly height: number },
  lines: readonly (readonly [Point, Point])[],
  slope: number,
  side: number,
): LaidInset {
  const gap = 8;
  const corners = [
    { x: frame.width - side - gap, y: gap },
    { x: frame.width - side - gap, y: frame.height - side - gap },
    { x: gap, y: gap },
    { x: gap, y: frame.height - side - gap },
  ].map((c): Box => ({ ...c, w: side, h: side }));
  const crossings = (box: Box) => lines.filter(([a, b]) => segmentMeets(a, b, box)).length;
  const box = corners.reduce((best, c) => (crossings(c) < crossings(best) ? c : best));
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
    pom: pomLine(scene, at),
  };
}

function labels(scene: SightScene, l: Omit<SightLayout, 'labels'>, size: number): readonly PlacedLabel[] {
  const text = size * 0.95;
  const requests: LabelRequest[] = [];
  const add = (id: string, what: string, anchor: Point, candidates: LabelRequest['candidates'], s = text) =>
    requests.push({ id, text: what, size: s, anchor, candidates });
  for (const [i, d] of l.dimensions.entries()) {
    const said = scene.dimensions[i]?.text ?? '';
    const middle = (d.from + d.to) / 2;
    const vertical = [0, 0.15, -0.15, 0.3, -0.3].map((f) => ({
      x: d.x - size * 0.625 - 7,
      y: middle + f * (d.from - d.to),
      vertical: true,
    }));
    const above = { x: Math.max(d.x, said.length * size * 0.31 + 6), y: Math.min(d.to, d.band[0]) - size };
    add(
      `height:${d.target}`,
      said,
      { x: d.x, y: middle },
      d.from - d.to > labelSize(said, size).w ? [...vertical, above] : [above, ...vertical],
      size,
    );
  }
  for (const s of l.sights) {
    const said = scene.sights.find((x) => x.target === s.target)?.text ?? '';
    add(s.target, said, { x: (s.from.x + s.to.x) / 2, y: (s.from.y + s.to.y) / 2 }, besideLine(s.from, s.to, labelSize(said, text)));
  }
  const pomAnchor = l.inset ? { x: l.inset.box.x + l.inset.box.w / 2, y: l.inset.box.y + l.inset.box.h } : l.pom[1];
  const pomWidth = labelSize(scene.pomText, text).w;
  const aside = l.inset
    ? [
        { x: l.inset.box.x + l.inset.box.w / 2, y: l.inset.box.y + l.inset.box.h + size * 0.8 },
        { x: l.inset.box.x + l.inset.box.w / 2, y: l.inset.box.y - size * 0.8 },
      ]
    : [
        { x: l.pom[0].x - pomWidth / 2 - 6, y: l.pom[0].y },
        { x: l.pom[1].x + pomWidth / 2 + 6, y: l.pom[1].y },
        { x: l.foot.x, y: l.foot.y + size * 1.6 },
        { x: l.foot.x + pomWidth / 2 + 10, y: l.foot.y + size * 1.6 },
      ];
  add('dbh', scene.pomText, pomAnchor, aside);
  add(
    'distance',
    scene.distance.text,
    { x: (l.foot.x + l.eye.x) / 2, y: l.eye.y },
    besideLine(l.eye, { x: l.foot.x, y: l.eye.y }, labelSize(scene.distance.text, text)),
  );
  if (scene.slope) {
    add(
      'ground',
      scene.slope.text,
      { x: (l.foot.x + l.feet.x) / 2, y: (l.foot.y + l.feet.y) / 2 },
      besideLine(l.feet, l.foot, labelSize(scene.slope.text, text)).filter((_, i) => i % 2 === 1),
    );
  }
  const eyeWidth = labelSize(scene.eyeText, text).w;
  const belowFeet = Math.max(l.feet.y, l.eye.y) + size * 1.1;
  add('eye-height', scene.eyeText, l.eye, [
    { x: Math.min(l.feet.x, l.width - eyeWidth / 2 - 4), y: belowFeet },
    { x: l.width - eyeWidth / 2 - 4, y: belowFeet + size },
    { x: l.width - eyeWidth / 2 - 4, y: l.eye.y - size * 1.4 },
  ]);
  const frame = { x: 3, y: 3, w: l.width - 6, h: l.height - 6 };
  const stemBox = { x: l.foot.x - 4, y: Math.min(...l.stem.map((p) => p.y)), w: 8, h: 0 };
  const shun = [
    boxAround(l.eye, 20, 20),
    { ...stemBox, h: l.foot.y - stemBox.y },
    ...l.dimensions.map((d) => ({ x: d.x - 4, y: Math.min(d.to, d.from), w: 8, h: Math.abs(d.from - d.to) })),
  ];
  const lines = [...l.sights.map((s) => [s.from, s.to] as const), l.level, [l.foot, l.feet] as const];
  return placeLabels(requests, frame, l.inset ? [l.inset.box] : [], { boxes: shun, lines });
}

/** Centres for a level label next to a line, alternating above and below it, from its middle outward. */
function besideLine(a: Point, b: Point, { w, h }: { readonly w: number; readonly h: number }): readonly Point[] {
  const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  const sin = Math.abs(b.y - a.y) / length;
  const cos = Math.abs(b.x - a.x) / length;
  const off = (w / 2) * sin + (h / 2) * cos + 2;
  // the normal that points up on the screen
  const flip = b.x - a.x > 0 ? 1 : -1;
  const n = { x: (flip * (b.y - a.y)) / length, y: (-flip * (b.x - a.x)) / length };
  return [0.5, 0.42, 0.58, 0.34, 0.66, 0.26, 0.74].flatMap((f) => {
    const p = { x: a.x + (b.x - a.x) * f, y: a.y + (b.y - a.y) * f };
    return [
      { x: p.x + n.x * off, y: p.y + n.y * off },
      { x: p.x - n.x * off, y: p.y - n.y * off },
    ];
  });
}
