import { degreesToRadians, requireLength } from '../units';
import type { Outline } from './outline';
import type { PlanPoint } from './plan-point';

/** A straight boundary as it is met from a place: the bearing square to it, degrees, and how far it is, metres. */
export interface StraightEdge {
  readonly azimuth: number;
  readonly distance: number;
}

/** Nothing of a plot reaches so far. */
const FAR = 5000;

/**
 * The tract about a place of which only its straight edges near by are known: on this side of each it goes on.
 * @param edges as they are met from the place, metres above 0; at most a few
 * @returns an outline about the place, which stands at 0, 0; where no edge is, far beyond any plot
 * @throws DomainError `out-of-range` for an edge through the place itself
 */
export function outlineFromEdges(edges: readonly StraightEdge[]): Outline {
  let ring: readonly PlanPoint[] = [
    { x: -FAR, y: -FAR },
    { x: FAR, y: -FAR },
    { x: FAR, y: FAR },
    { x: -FAR, y: FAR },
  ];
  for (const { azimuth, distance } of edges) {
    requireLength('distance to an edge', distance);
    const turn = degreesToRadians(azimuth);
    const [ux, uy] = [Math.sin(turn), Math.cos(turn)];
    const beyond = ({ x, y }: PlanPoint) => x * ux + y * uy - distance;
    ring = ring.flatMap((a, i) => {
      const b = ring[(i + 1) % ring.length] as PlanPoint;
      const [da, db] = [beyond(a), beyond(b)];
      const kept = da <= 0 ? [a] : [];
      if (da < 0 === db < 0 || da === 0 || db === 0) return kept;
      const t = da / (da - db);
      return [...kept, { x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) }];
    });
  }
  return { ring, holes: [] };
}
