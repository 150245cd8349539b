import { forkSwell, type Trunk } from '../stem/index';
import type { Point } from './box';

/** How much a picture of a trunk shows of each situation; pictures, not measurements. */
const TAPER_PER_METRE = 0.03;
const FLARE = { reach: 0.45, share: 0.4 };
const BUTT = 0.4;
const SWELLING = 0.34;
const BRANCH_FLARE = 0.16;
const FORK_SWELL = 0.45;
/** Thickness of one part of a fork against the trunk below it. */
export const PART = 0.74;
const WAIST = { depth: 0.07, reach: 0.12 };

/**
 * Half the width of the stem as drawn at a height along it.
 * @param h height along the stem above the ground reference, metres
 * @param trunk heights in the same terms
 * @param start axis coordinate where heights begin, metres
 * @param radius at breast height, metres
 */
export function drawnRadius(h: number, trunk: Trunk, start: number, radius: number): number {
  const s = h + start;
  let r = 1 - TAPER_PER_METRE * (s - 1.3) + FLARE.share * Math.max(0, 1 - s / FLARE.reach) ** 2;
  const butt = trunk.buttSwell?.end ?? 0;
  if (butt > 0.1 && h < butt) r += BUTT * Math.min(1, (butt - h) / butt) ** 1.2;
  for (const z of trunk.swellings ?? []) {
    r += SWELLING * bump(h, z.from, z.to);
    if (z.narrowestBelow !== undefined) r -= WAIST.depth * Math.exp(-(((h - z.narrowestBelow) / WAIST.reach) ** 2));
  }
  for (const z of trunk.lowBranches ?? []) r += BRANCH_FLARE * bump(h, z.from, z.to);
  if (trunk.fork) {
    const from = forkSwell(trunk.fork, 2 * radius);
    // above the fork the stem in hand goes on by itself, thinner
    if (h > trunk.fork.height + 0.02) r = r * PART;
    else if (h > from) r += FORK_SWELL * Math.min(1, (h - from) / Math.max(0.05, trunk.fork.height - from)) ** 1.5;
  }
  return radius * r;
}

const bump = (h: number, from: number, to: number) => (h > from && h < to ? Math.sin((Math.PI * (h - from)) / (to - from)) ** 2 : 0);

/** A leaning stem's frame: the axis from the origin, and the direction square to it toward the uphill side. */
export interface StemFrame {
  readonly up: Point;
  readonly side: Point;
}

/** Frame of a stem that leans so many radians toward the uphill side (x). */
export const stemFrame = (lean: number): StemFrame => ({
  up: { x: Math.sin(lean), y: Math.cos(lean) },
  side: { x: Math.cos(lean), y: -Math.sin(lean) },
});

/** A point by its axis coordinate and its distance square to the axis, metres. */
export const onStem = (f: StemFrame, s: number, off: number, from: Point = { x: 0, y: 0 }): Point => ({
  x: from.x + f.up.x * s + f.side.x * off,
  y: from.y + f.up.y * s + f.side.y * off,
});

/** The outline of a stem between two axis coordinates, up its uphill side and down the other. */
export function outline(f: StemFrame, from: number, to: number, half: (s: number) => number, origin?: Point): readonly Point[] {
  const steps = Math.max(8, Math.ceil((to - from) / 0.04));
  const at = Array.from({ length: steps + 1 }, (_, i) => from + ((to - from) * i) / steps);
  return [...at.map((s) => onStem(f, s, half(s), origin)), ...at.toReversed().map((s) => onStem(f, s, -half(s), origin))];
}
