import geographic from 'geographiclib-geodesic';
import { checkGeoArea, type GeoArea, type Position, polygonsOf } from './geo-area';
import type { PlanPoint } from './plan-point';

const EARTH = geographic.Geodesic.WGS84;

/**
 * Area on the ellipsoid, holes taken out, whichever way the rings go round.
 * @param area rings that close, degrees
 * @returns square metres
 * @throws DomainError `out-of-range` for rings that cross themselves or each other, or holes outside
 * @source C. F. F. Karney, Algorithms for geodesics (2013), section 6; WGS 84
 */
export function areaOf(area: GeoArea): number {
  checkGeoArea(area);
  let sum = 0;
  for (const rings of polygonsOf(area)) for (const [i, ring] of rings.entries()) sum += (i === 0 ? 1 : -1) * Math.abs(ringArea(ring));
  return sum;
}

function ringArea(ring: readonly Position[]): number {
  const polygon = EARTH.Polygon(false);
  for (const [longitude, latitude] of ring.slice(0, -1)) polygon.AddPoint(latitude, longitude);
  return polygon.Compute(false, true).area ?? 0;
}

/**
 * A level plan about a place: every other place at its true distance and bearing from there, which is good to a
 * millimetre within a kilometre and to some centimetres within ten.
 * @param origin degrees
 * @returns where a position lies on it, metres east and north
 */
export function planAround(origin: Position): (position: Position) => PlanPoint {
  return (position) => {
    const { distance, bearing } = wayTo(origin, position);
    const turn = (bearing * Math.PI) / 180;
    return { x: distance * Math.sin(turn), y: distance * Math.cos(turn) };
  };
}

/**
 * How far it is from one place to another, and which way.
 * @param from degrees
 * @param to degrees
 * @returns metres, and degrees from true north at the start, 0 up to 360
 * @source geodesic on WGS 84
 */
export function wayTo(from: Position, to: Position): { readonly distance: number; readonly bearing: number } {
  const { s12 = 0, azi1 = 0 } = EARTH.Inverse(from[1], from[0], to[1], to[0]);
  return { distance: s12, bearing: (azi1 + 360) % 360 };
}

/**
 * Where one comes to from a place.
 * @param from degrees
 * @param bearing degrees from true north
 * @param distance metres
 * @returns degrees
 */
export function placeFrom(from: Position, bearing: number, distance: number): Position {
  const { lat2 = from[1], lon2 = from[0] } = EARTH.Direct(from[1], from[0], bearing, distance);
  return [lon2, lat2];
}
