import type { Point } from './box';

const STEPS = 24;
const FORM = 0.75;

/**
 * The stem's outline in metres, axis at x = 0, up the right side and down the left: a tapering pole through the
 * diameter, with a root flare drawn below a tenth of a metre's worth of butt (a picture, not a measurement).
 * @param height metres
 * @param diameter metres at `pom`
 * @param pom metres above the ground reference
 */
export function stemOutline(height: number, diameter: number, pom: number): readonly Point[] {
  const reference = Math.min(pom, height * 0.5);
  const side: Point[] = [];
  for (let i = 0; i <= STEPS; i++) {
    const z = height * (i / STEPS) ** 1.6;
    const taper = ((height - z) / (height - reference)) ** FORM;
    const flare = 1 + 0.35 * Math.max(0, 1 - z / (0.5 * reference)) ** 2;
    side.push({ x: (diameter / 2) * taper * flare, y: z });
  }
  return [...side, ...side.toReversed().map((p) => ({ x: -p.x, y: p.y }))];
}

/**
 * The crown's outline in metres: a ragged cone or a lobed dome, as wide as such crowns usually are for their length.
 * @param base height of the crown base, metres
 * @param height of the tip, metres
 * @param form conifer or broad
 */
export function crownOutline(base: number, height: number, form: 'conifer' | 'broad'): readonly Point[] {
  const half = crownHalfWidth(base, height, form);
  const side: Point[] = [];
  const n = 26;
  for (let i = 0; i <= n; i++) {
    const u = i / n;
    const z = base + (height - base) * u;
    const shape = form === 'conifer' ? (1 - u) ** 0.75 * Math.min(1, 0.62 + 2.4 * u) : Math.sqrt(Math.max(0, 1 - (2 * u - 1) ** 2)) ** 0.8;
    const ragged = form === 'conifer' ? 1 + 0.1 * (i % 2 === 0 ? 1 : -1) : 1 + 0.05 * Math.sin(i * 1.9);
    side.push({ x: half * shape * (i === n ? 1 : ragged), y: z });
  }
  return [...side, ...side.toReversed().map((p, i) => ({ x: -p.x * (1 - 0.04 * (i % 3)), y: p.y }))];
}

/** Half the crown's width as drawn, metres. */
export function crownHalfWidth(base: number, height: number, form: 'conifer' | 'broad'): number {
  return (height - base) * (form === 'conifer' ? 0.2 : 0.38);
}

/** An outline of a plumb tree carried along with its lean: every height aside by its share of the tip's. */
export const leaned = (points: readonly Point[], tipX: number, height: number): readonly Point[] =>
  tipX === 0 ? points : points.map((p) => ({ x: p.x + (tipX * p.y) / height, y: p.y }));
