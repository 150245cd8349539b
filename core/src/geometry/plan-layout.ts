import { around as boxOf, distanceToEdge, isInside, type Outline, type PlanPoint } from '../land/index';
import { boxAround, type Point } from './box';
import { labelSize, type PlacedLabel, placeOrLeave } from './place-labels';

/** A survey on the map: its strata's outlines and its plots; metres east and north of anywhere, true north up. */
export interface PlanScene {
  readonly areas: readonly { readonly id: string; readonly name: string; readonly outlines: readonly Outline[] }[];
  readonly plots: readonly { readonly id: string; readonly name: string; readonly at: PlanPoint }[];
}

/** The same ready to draw, CSS pixels, one scale. */
export interface PlanLayout {
  readonly width: number;
  readonly height: number;
  /** Pixels in a metre. */
  readonly scale: number;
  readonly areas: readonly { readonly id: string; readonly rings: readonly (readonly Point[])[] }[];
  readonly plots: readonly { readonly id: string; readonly at: Point }[];
  /** Ids: a plot's, or `area:` before an area's. */
  readonly labels: readonly PlacedLabel[];
}

const MARGIN = 18;

/**
 * Lays a survey's plan out in a frame: to scale, everything inside.
 * @param scene metres; at least an area or a plot
 * @param frame CSS pixels; without room for labels none is placed
 * @param size of labels, pixels; 0 for none
 * @returns coordinates to draw and tap; null where there is nothing to draw
 */
export function planLayout(scene: PlanScene, frame: { readonly width: number; readonly height: number }, size: number): PlanLayout | null {
  const points = [...scene.areas.flatMap((a) => a.outlines.flatMap((o) => o.ring)), ...scene.plots.map((p) => p.at)];
  if (points.length === 0) return null;
  const box = boxOf(points);
  const { width, height } = frame;
  const margin = size === 0 ? 5 : MARGIN;
  // a single plot has no extent of its own: a hectare is shown about it
  const [wide, tall] = [Math.max(box.right - box.left, 100), Math.max(box.top - box.bottom, 100)];
  const scale = Math.min((width - 2 * margin) / wide, (height - 2 * margin) / tall);
  const middle = { x: (box.left + box.right) / 2, y: (box.bottom + box.top) / 2 };
  const on = ({ x, y }: PlanPoint): Point => ({ x: width / 2 + (x - middle.x) * scale, y: height / 2 - (y - middle.y) * scale });
  const plots = scene.plots.map(({ id, at }) => ({ id, at: on(at) }));
  const areas = scene.areas.map(({ id, outlines }) => ({
    id,
    rings: outlines.flatMap((o) => [o.ring, ...o.holes]).map((ring) => ring.map(on)),
  }));
  const requests = [
    ...plots.map(({ id, at }, i) => {
      const text = scene.plots[i]?.name ?? '';
      const { w, h } = labelSize(text, size);
      const spots = [
        { x: at.x, y: at.y - h / 2 - 7 },
        { x: at.x + w / 2 + 9, y: at.y },
        { x: at.x - w / 2 - 9, y: at.y },
        { x: at.x, y: at.y + h / 2 + 7 },
      ];
      return { id, text, size, anchor: at, candidates: spots };
    }),
    ...scene.areas.flatMap(({ id, name, outlines }) =>
      outlines.slice(0, 1).map((outline) => {
        const spots = withinOutline(outline).map(on);
        return { id: `area:${id}`, text: name, size, anchor: spots[0] ?? { x: 0, y: 0 }, candidates: spots };
      }),
    ),
  ];
  const taken = plots.map(({ at }) => boxAround(at, 10, 10));
  const labels = size === 0 ? [] : placeOrLeave(requests, { x: 1, y: 1, w: width - 2, h: height - 2 }, taken);
  return { width, height, scale, areas, plots, labels };
}

/** Places spread over an outline, those well inside first. */
function withinOutline(outline: Outline): readonly PlanPoint[] {
  const box = boxOf(outline.ring);
  const n = 14;
  const spots = Array.from({ length: n * n }, (_, i) => ({
    x: box.left + ((i % n) + 0.5) * ((box.right - box.left) / n),
    y: box.bottom + (Math.floor(i / n) + 0.5) * ((box.top - box.bottom) / n),
  })).filter((p) => isInside(outline, p));
  return spots
    .map((p) => ({ p, clear: distanceToEdge(outline, p) }))
    .sort((a, b) => b.clear - a.clear)
    .map(({ p }) => p);
}
