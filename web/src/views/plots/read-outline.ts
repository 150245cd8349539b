import { areaOf, type GeoArea, type Position, wayTo } from '@arbolito/core';
import { isOutline, MOST_CORNERS, whyNoArea } from '../../contract/geometry';

/** An outline out of a file, with what it is called there and how large it is. */
export interface ReadArea {
  readonly name: string | null;
  readonly area: GeoArea;
  /** Square metres, holes taken out. */
  readonly net: number;
  /** Square metres within the outer rings. */
  readonly gross: number;
}
export type ReadOutlines = { readonly ok: true; readonly areas: readonly ReadArea[] } | { readonly ok: false; readonly reason: string };

const no = (reason: string): ReadOutlines => ({ ok: false, reason });
type Plain = Readonly<Record<string, unknown>>;

/** An outline that lies so far from every plot is another place. */
const ELSEWHERE_KM = 20;

/**
 * The areas of a GeoJSON text.
 * @param text a geometry, a feature or a collection; lines and points are passed over
 * @param plots where plots of the survey lie: an outline far from all of them is refused, with the likely reason
 */
export function readOutlines(text: string, plots: readonly Position[]): ReadOutlines {
  let plain: unknown;
  try {
    plain = JSON.parse(text);
  } catch {
    return no('This file is no GeoJSON: it can’t be read as JSON.');
  }
  const found = featuresIn(plain).filter(({ geometry }) => geometry.type === 'Polygon' || geometry.type === 'MultiPolygon');
  if (found.length === 0) return no('There is no area in this file: a Polygon or MultiPolygon is wanted.');
  const areas: ReadArea[] = [];
  for (const { name, geometry } of found) {
    const area = { type: geometry.type, coordinates: geometry.coordinates } as GeoArea;
    const called = name === null ? 'The outline' : `“${name}”`;
    if (!isOutline(area)) return no(`${called} ${whyRefused(area)}`);
    const far = elsewhere(area, plots);
    if (far) return no(`${called} ${far}`);
    areas.push({ name, area, net: areaOf(area), gross: areaOf(withoutHoles(area)) });
  }
  return { ok: true, areas };
}

function featuresIn(plain: unknown): readonly { readonly name: string | null; readonly geometry: Plain }[] {
  if (typeof plain !== 'object' || plain === null) return [];
  const { type, features, geometry, geometries, properties } = plain as Plain;
  if (type === 'FeatureCollection' && Array.isArray(features)) return features.flatMap(featuresIn);
  if (type === 'GeometryCollection' && Array.isArray(geometries)) return geometries.flatMap(featuresIn);
  if (type === 'Feature') return featuresIn(geometry).map((f) => ({ ...f, name: nameIn(properties) }));
  return [{ name: null, geometry: plain as Plain }];
}

function nameIn(properties: unknown): string | null {
  if (typeof properties !== 'object' || properties === null) return null;
  const own = properties as Plain;
  const name = own.name ?? own.Name ?? own.NAME ?? own.stratum;
  return typeof name === 'string' && name.trim() ? name.trim().slice(0, 80) : null;
}

const positionsOf = (area: GeoArea): readonly Position[] =>
  (area.type === 'Polygon' ? [area.coordinates] : area.coordinates).flat().flat() as readonly Position[];

function whyRefused(area: GeoArea): string {
  const positions = Array.isArray(area.coordinates) ? (area.coordinates.flat(3) as unknown[]) : [];
  const numbers = positions.filter((n): n is number => typeof n === 'number');
  const points = Array.isArray(area.coordinates) ? (area.coordinates.flat(area.type === 'Polygon' ? 1 : 2) as unknown[]) : [];
  if (points.length > MOST_CORNERS) return `has ${points.length} corners: at most ${MOST_CORNERS} can be kept. Simplify it first.`;
  const second = points.flatMap((p) => (Array.isArray(p) && typeof p[1] === 'number' ? [p[1] as number] : []));
  if (second.some((n) => Math.abs(n) > 90) && second.every((n) => Math.abs(n) <= 180))
    return 'has latitudes past 90°: GeoJSON has longitude first, latitude second. They may stand the wrong way round.';
  if (numbers.some((n) => Math.abs(n) > 180)) return 'is not in degrees: GeoJSON has longitude and latitude. Export it in WGS 84.';
  try {
    return `can’t be an area: ${whyNoArea(area) ?? 'its rings must close, with at least four positions each'}.`;
  } catch {
    return 'can’t be an area: its rings must close, with at least four positions each.';
  }
}

/** Why an outline is not where the plots are; null where it may be, or where no plot lies anywhere. */
function elsewhere(area: GeoArea, plots: readonly Position[]): string | null {
  const [corner] = positionsOf(area);
  if (!corner || plots.length === 0) return null;
  const km = (from: Position) => Math.min(...plots.map((p) => wayTo(from, p).distance)) / 1000;
  const away = km(corner);
  if (away <= ELSEWHERE_KM) return null;
  const turned: Position = [corner[1], corner[0]];
  const swapped =
    Math.abs(turned[1]) <= 90 && km(turned) <= ELSEWHERE_KM ? ' With latitude and longitude changed over it would lie among them.' : '';
  return `lies ${Math.round(away)} km from the nearest plot.${swapped}`;
}

function withoutHoles(area: GeoArea): GeoArea {
  return area.type === 'Polygon'
    ? { type: area.type, coordinates: area.coordinates.slice(0, 1) }
    : { type: area.type, coordinates: area.coordinates.map((rings) => rings.slice(0, 1)) };
}
