import { DomainError, degreesToRadians } from '../units';
import { checkOutline, type Outline } from './outline';
import type { PlanPoint } from './plan-point';

/** Degrees, as GeoJSON orders them: longitude first. */
export type Position = readonly [longitude: number, latitude: number, ...rest: readonly number[]];
/** An area on the map: each polygon a ring and its holes, rings that close. @source RFC 7946 */
export type GeoArea =
  | { readonly type: 'Polygon'; readonly coordinates: readonly (readonly Position[])[] }
  | { readonly type: 'MultiPolygon'; readonly coordinates: readonly (readonly (readonly Position[])[])[] };

/** The polygons of an area. */
export const polygonsOf = (area: GeoArea) => (area.type === 'Polygon' ? [area.coordinates] : area.coordinates);

/**
 * An area's polygons on a plan.
 * @param area rings that close, degrees
 * @param plan from a position to the plan
 */
export const outlinesOf = (area: GeoArea, plan: (position: Position) => PlanPoint): readonly Outline[] =>
  polygonsOf(area).map((rings) => {
    const [ring = [], ...holes] = rings.map((r) => r.slice(0, -1).map(plan));
    return { ring, holes };
  });

/**
 * A level plan about a place, for what lies within some hundred metres of it: a few millimetres off there, a metre in two
 * and a half kilometres.
 * @param origin degrees
 * @returns where a position lies on it, metres east and north
 * @source radii of curvature of WGS 84 at the place
 */
export function flatAround([longitude, latitude]: Position): (position: Position) => PlanPoint {
  const sin = Math.sin(degreesToRadians(latitude));
  const w = 1 - ECCENTRICITY * sin * sin;
  const north = degreesToRadians((EQUATOR * (1 - ECCENTRICITY)) / w ** 1.5);
  const east = degreesToRadians((EQUATOR / Math.sqrt(w)) * Math.cos(degreesToRadians(latitude)));
  return ([lon, lat]) => ({ x: (lon - longitude) * east, y: (lat - latitude) * north });
}
const EQUATOR = 6_378_137;
const ECCENTRICITY = 0.00669437999014;

/**
 * Refuses an area that is none: rings that cross themselves or each other, around nothing, holes outside or in one another.
 * @param area rings that close, degrees
 * @throws DomainError `out-of-range`
 */
export const checkGeoArea = (area: GeoArea): void => {
  const [first] = polygonsOf(area)[0]?.[0] ?? [];
  if (!first) throw new DomainError('out-of-range', 'outline', 0, 'at least one ring');
  for (const outline of outlinesOf(area, flatAround(first))) checkOutline(outline);
};
