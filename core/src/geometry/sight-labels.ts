import { boxAround, type Point } from './box';
import type { SightLayout } from './layout';
import { type LabelRequest, labelSize, type PlacedLabel, placeLabels } from './place-labels';
import type { SightScene } from './scene';

/** The sheet's labels, the most important first, none over another. */
export function sightLabels(scene: SightScene, l: Omit<SightLayout, 'labels'>, size: number): readonly PlacedLabel[] {
  const text = size * 0.95;
  const requests: LabelRequest[] = [];
  const used = new Map<string, number>();
  const add = (id: string, what: string, anchor: Point, candidates: LabelRequest['candidates'], s = text) => {
    if (what === '') return;
    const n = used.get(id) ?? 0;
    used.set(id, n + 1);
    requests.push({ id: n === 0 ? id : `${id} ${n + 1}`, text: what, size: s, anchor, candidates });
  };
  for (const [i, d] of l.dimensions.entries()) {
    const said = scene.dimensions[i]?.text ?? '';
    const middle = (d.from + d.to) / 2;
    const vertical = [0, 0.15, -0.15, 0.3, -0.3].map((f) => ({
      x: d.x - size * 0.625 - 7,
      y: middle + f * (d.from - d.to),
      vertical: true,
    }));
    const above = { x: Math.max(d.x, said.length * size * 0.31 + 6), y: Math.min(d.to, d.band[0]) - size };
    const candidates = d.from - d.to > labelSize(said, size).w ? [...vertical, above] : [above, ...vertical];
    add(`height:${d.target}`, said, { x: d.x, y: middle }, candidates, size);
  }
  for (const [i, s] of l.sights.entries()) {
    const said = scene.sights[i]?.text ?? '';
    add(s.target, said, middleOf(s.from, s.to), besideLine(s.from, s.to, labelSize(said, text)));
  }
  for (const [i, line] of l.lines.entries()) {
    const said = scene.lines[i]?.text ?? '';
    add(line.target, said, middleOf(line.from, line.to), besideLine(line.from, line.to, labelSize(said, text)));
  }
  pom(scene, l, size, text, add);
  if (scene.hand && l.hand) {
    const { box } = l.hand;
    const x = Math.min(
      Math.max(box.x + box.w / 2, labelSize(scene.hand.text, text).w / 2 + 4),
      l.width - labelSize(scene.hand.text, text).w / 2 - 4,
    );
    add('stick', scene.hand.text, { x: box.x + box.w / 2, y: box.y + box.h }, [
      { x, y: box.y + box.h + size * 0.8 },
      { x, y: box.y - size * 0.8 },
      { x: box.x + box.w + labelSize(scene.hand.text, text).w / 2 + 6, y: box.y + box.h * 0.8 },
      { x: box.x - labelSize(scene.hand.text, text).w / 2 - 6, y: box.y + box.h * 0.8 },
    ]);
  } else if (scene.hand) add('stick', scene.hand.text, l.eye, [{ x: l.eye.x, y: l.eye.y - size * 2 }]);
  for (const [i, m] of l.marks.entries()) {
    const said = scene.marks[i]?.text ?? '';
    const { w } = labelSize(said, text);
    add(m.target, said, m.at, [
      { x: m.at.x + w / 2 + 8, y: m.at.y },
      { x: m.at.x - w / 2 - 8, y: m.at.y },
      { x: m.at.x, y: m.at.y - size * 1.1 },
      { x: m.at.x, y: m.at.y + size * 1.1 },
    ]);
  }
  add(
    'distance',
    scene.distance.text,
    { x: (l.foot.x + l.eye.x) / 2, y: l.eye.y },
    besideLine(l.eye, { x: l.foot.x, y: l.eye.y }, labelSize(scene.distance.text, text)),
  );
  if (scene.slope) {
    const beside = besideLine(l.feet, l.foot, labelSize(scene.slope.text, text)).filter((_, i) => i % 2 === 1);
    add('ground', scene.slope.text, middleOf(l.foot, l.feet), beside);
  }
  const eyeWidth = labelSize(scene.eyeText, text).w;
  const belowFeet = Math.max(l.feet.y, l.eye.y) + size * 1.1;
  add('eye-height', scene.eyeText, l.eye, [
    { x: Math.min(l.feet.x, l.width - eyeWidth / 2 - 4), y: belowFeet },
    { x: l.width - eyeWidth / 2 - 4, y: belowFeet + size },
    { x: l.width - eyeWidth / 2 - 4, y: l.eye.y - size * 1.4 },
  ]);
  return placeLabels(requests, { x: 3, y: 3, w: l.width - 6, h: l.height - 6 }, boxes(l), shunned(l));
}

const boxes = (l: Omit<SightLayout, 'labels'>) => [...(l.inset ? [l.inset.box] : []), ...(l.hand ? [l.hand.box] : [])];

/** What labels cover only where there is no other way. */
function shunned(l: Omit<SightLayout, 'labels'>): Parameters<typeof placeLabels>[3] {
  const top = Math.min(...l.stem.map((p) => p.y));
  return {
    boxes: [
      ...(l.viewer === 'person' ? [boxAround(l.eye, 20, 20)] : []),
      ...(l.far ? [boxAround(l.far.eye, 20, 20)] : []),
      { x: l.foot.x - 4, y: top, w: 8, h: l.foot.y - top },
      ...l.dimensions.flatMap((d) => [
        { x: d.x - 4, y: Math.min(d.to, d.from), w: 8, h: Math.abs(d.from - d.to) },
        { x: d.x - 8, y: d.band[0], w: 16, h: d.band[1] - d.band[0] },
      ]),
    ],
    lines: [
      ...l.sights.map((s) => [s.from, s.to] as const),
      ...l.lines.map((s) => [s.from, s.to] as const),
      ...(l.viewer === 'person' ? [l.level] : []),
      [l.foot, l.feet] as const,
    ],
  };
}

function pom(
  scene: SightScene,
  l: Omit<SightLayout, 'labels'>,
  size: number,
  text: number,
  add: (id: string, what: string, anchor: Point, candidates: LabelRequest['candidates']) => void,
): void {
  const { inset } = l;
  const width = labelSize(scene.pomText, text).w;
  const anchor = inset ? { x: inset.box.x + inset.box.w / 2, y: inset.box.y + inset.box.h } : l.pom[1];
  add(
    'dbh',
    scene.pomText,
    anchor,
    inset
      ? [
          { x: inset.box.x + inset.box.w / 2, y: inset.box.y + inset.box.h + size * 0.8 },
          { x: inset.box.x + inset.box.w / 2, y: inset.box.y - size * 0.8 },
        ]
      : [
          { x: l.pom[0].x - width / 2 - 6, y: l.pom[0].y },
          { x: l.pom[1].x + width / 2 + 6, y: l.pom[1].y },
          { x: l.foot.x, y: l.foot.y + size * 1.6 },
          { x: l.foot.x + width / 2 + 10, y: l.foot.y + size * 1.6 },
        ],
  );
}

const middleOf = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });

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
