import { type PlanPoint, sayBearing } from '../land/index';
import { degreesToRadians, formatNumber, fromMetres, metres, metresPerLength } from '../units';
import { type Box, boxAround, type Point } from './box';
import { type LabelRequest, labelSize, type PlacedLabel, placeOrLeave } from './place-labels';
import { boundaryOf, extent, isBeyond, type PlotScene, type StandsIn } from './plot-scene';

/** A plot ready to draw, CSS pixels, north up, one scale. */
export interface PlotLayout {
  readonly width: number;
  readonly height: number;
  /** Pixels in a metre. */
  readonly scale: number;
  /** How many times as thick as they are trunks are drawn. */
  readonly thicker: number;
  readonly centre: Point;
  readonly circles: readonly { readonly radius: number; readonly main: boolean }[];
  /** Of a rectangle or strip. */
  readonly boundary: readonly Point[];
  readonly trees: readonly LaidTree[];
  /** How many stand so far off that they are not drawn. */
  readonly beyond: number;
  readonly outline: readonly (readonly Point[])[];
  /** The fall line through the centre, from uphill down; null on level ground. */
  readonly fall: readonly [Point, Point] | null;
  readonly witnesses: readonly Point[];
  readonly next: readonly [Point, Point] | null;
  readonly hand: { readonly at: Point; readonly radius: number; readonly limit: number | null } | null;
  readonly north: readonly [Point, Point];
  /** A length on the ground to compare with. */
  readonly bar: readonly [Point, Point];
  /** Ids: a tree's own, `circle:n`, `fall`, `next`, `bar`, `north`, `edge:n`, `witness:n`. */
  readonly labels: readonly PlacedLabel[];
}
export interface LaidTree {
  readonly id: string;
  readonly at: Point;
  readonly radius: number;
  readonly stands: StandsIn;
  readonly ink: number;
}

const MARGIN = 26;
const LEAST = 5;

/**
 * Lays a plot out in a frame: to scale, north up, everything of it inside, no label over another. A label for which there
 * is no room is left out: the list beside the drawing has them all.
 * @param scene metres and degrees
 * @param frame CSS pixels, from 200 × 200
 * @returns coordinates to draw and tap
 */
export function plotLayout(all: PlotScene, frame: { readonly width: number; readonly height: number }): PlotLayout {
  const { width, height } = frame;
  // a distance that slipped by a digit must not make a dot of all others
  const near = { ...all, trees: all.trees.filter((t) => !isBeyond(all, t)) };
  const scene = near.hand && isBeyond(near, near.hand) ? { ...near, hand: null } : near;
  const size = Math.min(width, height) < 420 ? 13 : 14;
  const box = extent(scene);
  const room = { w: width - 2 * MARGIN, h: height - 2 * MARGIN };
  const scale = Math.min(room.w / (box.right - box.left), room.h / (box.top - box.bottom));
  const middle = { x: (box.left + box.right) / 2, y: (box.bottom + box.top) / 2 };
  const on = ({ x, y }: PlanPoint): Point => ({ x: width / 2 + (x - middle.x) * scale, y: height / 2 - (y - middle.y) * scale });
  const centre = on({ x: 0, y: 0 });
  const along = (bearing: number, length: number): Point => {
    const turn = degreesToRadians(bearing);
    return { x: centre.x + Math.sin(turn) * length, y: centre.y - Math.cos(turn) * length };
  };
  // a trunk of 40 cm is about 16 pixels thick, whatever the plot: told beside it
  const thicker = Math.max(1, Math.round(16 / (0.4 * scale)));
  const radiusOf = (dbh: number | null) => Math.max(LEAST, ((dbh ?? 0) / 2) * scale * thicker);
  const trees = scene.trees.map(({ id, at, dbh, stands, ink }): LaidTree => ({ id, at: on(at), radius: radiusOf(dbh), stands, ink }));
  const circles =
    scene.shape.kind === 'circles'
      ? scene.shape.circles.map((c, _, all) => ({ radius: c.radius * scale, main: c.radius === Math.max(...all.map((o) => o.radius)) }))
      : [];
  const frameBox: Box = { x: 2, y: 2, w: width - 4, h: height - 4 };
  const fall = scene.slope && scene.slope.degrees > 0 ? fallLine(scene.slope.downhill) : null;
  function fallLine(downhill: number): readonly [Point, Point] {
    const reach = Math.min(width, height) / 2 - 8;
    return [along(downhill + 180, reach), along(downhill, reach)];
  }
  const next = scene.next ? ([along(scene.next.bearing, 14), along(scene.next.bearing, Math.min(width, height) / 2 - 14)] as const) : null;
  const per = metresPerLength(scene.units);
  const unit = scene.units === 'us' ? 'ft' : 'm';
  const bar = niceLength((0.22 * width) / scale / per);
  const barLine: readonly [Point, Point] = [
    { x: 10, y: height - 10 },
    { x: 10 + bar * per * scale, y: height - 10 },
  ];
  const witnesses = scene.witnesses.map((w) => on(w.at));
  const requests: LabelRequest[] = [
    {
      id: 'bar',
      text: `${bar} ${unit}`,
      size,
      anchor: barLine[0],
      candidates: [{ x: 10 + labelSize(`${bar} ${unit}`, size).w / 2, y: height - 22 }],
    },
    ...(fall && scene.slope ? [around('fall', `${formatNumber(scene.slope.degrees, 0)}° down`, fall[1], size, 14)] : []),
    ...(next && scene.next
      ? [
          around(
            'next',
            `${scene.next.name}: ${sayBearing(Math.round(scene.next.bearing))}, ${far(scene.next.distance)}`,
            next[1],
            size,
            12,
            ASIDE,
          ),
        ]
      : []),
    ...(scene.shape.kind === 'circles'
      ? scene.shape.circles.map((c, i) => {
          const text = c.from === null ? exact(c.radius) : `${exact(c.radius)} from ${thin(c.from)}`;
          const r = c.radius * scale;
          const spots = [45, 315, 135, 225, 0, 90, 180, 270].map((b) => along(b, r + size * 0.9));
          return { id: `circle:${i}`, text, size: size - 1, anchor: along(45, r), candidates: spots };
        })
      : []),
    ...trees.map((t, i): LabelRequest => around(t.id, scene.trees[i]?.code ?? '', t.at, size - 1, t.radius)),
    ...scene.edges.map((e, i) =>
      around(
        `edge:${i}`,
        `edge ${sayBearing(Math.round(e.azimuth))}, ${far(e.distance)}`,
        along(e.azimuth, e.distance * scale),
        size - 1,
        4,
        ASIDE,
      ),
    ),
    ...scene.witnesses.map((w, i) => around(`witness:${i}`, w.what, witnesses[i] as Point, size - 2, 7)),
  ];
  function far(m: number): string {
    return `${formatNumber(m / per, m / per < 100 ? 1 : 0)} ${unit}`;
  }
  function exact(m: number): string {
    return `${Number((m / per).toFixed(2))} ${unit}`;
  }
  function thin(m: number): string {
    const small = scene.units === 'us' ? 'in' : 'cm';
    return `${Number(fromMetres(metres(m), small).toFixed(1))} ${small}`;
  }
  const taken = [
    ...trees.map((t) => boxAround(t.at, t.radius * 1.7, t.radius * 1.7)),
    boxAround(centre, 12, 12),
    // what is written in the corner: how much thicker trunks are drawn
    { x: width - 90, y: height - 24, w: 90, h: 24 },
  ];
  return {
    width,
    height,
    scale,
    thicker,
    centre,
    circles,
    boundary: boundaryOf(scene.shape).map(on),
    trees,
    beyond: all.trees.length - scene.trees.length,
    outline: scene.outline ? [scene.outline.ring, ...scene.outline.holes].map((ring) => ring.map(on)) : [],
    fall,
    witnesses,
    next,
    hand: scene.hand && {
      at: on(scene.hand.at),
      radius: radiusOf(scene.hand.dbh),
      limit: scene.hand.limit === null ? null : scene.hand.limit * scale,
    },
    north: [
      { x: width - 16, y: 34 },
      { x: width - 16, y: 8 },
    ],
    bar: barLine,
    labels: placeOrLeave(requests, frameBox, taken),
  };
}

/** Which way a label may stand off its thing, the best first: above, below, beside, in the corners. */
const ABOUT = [
  [0, -1],
  [0, 1],
  [1, 0],
  [-1, 0],
  [1, -1],
  [-1, -1],
  [1, 1],
  [-1, 1],
] as const;
/** Off a line that ends there it stands above or below, never upon it. */
const ASIDE = ABOUT.filter(([, y]) => y !== 0);

function around(
  id: string,
  text: string,
  at: Point,
  size: number,
  radius: number,
  ways: readonly (readonly [number, number])[] = ABOUT,
): LabelRequest {
  const { w, h } = labelSize(text, size);
  const candidates = ways.map(([x, y]) => ({ x: at.x + x * (radius + w / 2 + 1), y: at.y + y * (radius + h / 2) }));
  return { id, text, size, anchor: at, candidates };
}

/** The longest of 1, 2 and 5 times a power of ten that is no longer than so much. */
function niceLength(most: number): number {
  const power = 10 ** Math.floor(Math.log10(most));
  return ([5, 2].find((n) => n * power <= most) ?? 1) * power;
}

/**
 * What a tap on a plot's plan means: the nearest tree within a finger's reach, else a place.
 * @param layout as it is drawn
 * @param at CSS pixels
 * @returns a tree's id, or bearing and level distance from the centre
 */
export function tappedOn(
  layout: PlotLayout,
  at: Point,
): { readonly tree: string } | { readonly bearing: number; readonly distance: number } {
  let best: { readonly id: string; readonly distance: number } | null = null;
  for (const t of layout.trees) {
    const distance = Math.hypot(t.at.x - at.x, t.at.y - at.y) - t.radius;
    if (distance <= FINGER && distance < (best?.distance ?? Infinity)) best = { id: t.id, distance };
  }
  if (best) return { tree: best.id };
  const [east, north] = [(at.x - layout.centre.x) / layout.scale, (layout.centre.y - at.y) / layout.scale];
  return { bearing: ((Math.atan2(east, north) * 180) / Math.PI + 360) % 360, distance: Math.hypot(east, north) };
}
const FINGER = 14;
