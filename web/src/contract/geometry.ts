import 'reflect-metadata';
import { checkGeoArea, DomainError, type GeoArea } from '@arbolito/core';
import { ValidateBy } from 'class-validator';

/** An outline walked with a receiver has hundreds of corners, one drawn from a map some thousands. */
export const MOST_CORNERS = 5000;
const WORDS = `a GeoJSON Polygon or MultiPolygon: rings of at least 4 positions that close, longitude and latitude in degrees, at most ${MOST_CORNERS} positions; no ring crosses itself or another, holes lie inside and apart`;

type Position = readonly [longitude: number, latitude: number];

const isPosition = (p: unknown): p is Position =>
  Array.isArray(p) &&
  (p.length === 2 || p.length === 3) &&
  p.every(Number.isFinite) &&
  Math.abs(p[0] as number) <= 180 &&
  Math.abs(p[1] as number) <= 90;

function isRing(ring: unknown): ring is readonly Position[] {
  if (!Array.isArray(ring) || ring.length < 4 || !ring.every(isPosition)) return false;
  const [first, last] = [ring[0] as Position, ring.at(-1) as Position];
  return first[0] === last[0] && first[1] === last[1];
}
const isPolygon = (p: unknown): p is readonly (readonly Position[])[] => Array.isArray(p) && p.length > 0 && p.every(isRing);

/**
 * Whether a value is an area of GeoJSON that can be kept and drawn.
 * @source RFC 7946, sections 3.1.6 and 3.1.7
 */
export function isOutline(value: unknown): boolean {
  if (typeof value !== 'object' || value === null || Object.keys(value).sort().join() !== 'coordinates,type') return false;
  const { type, coordinates } = value as { type: unknown; coordinates: unknown };
  const areas = type === 'Polygon' ? [coordinates] : type === 'MultiPolygon' && Array.isArray(coordinates) ? coordinates : [];
  if (areas.length === 0 || !areas.every(isPolygon)) return false;
  if (areas.flat().reduce((sum, ring) => sum + ring.length, 0) > MOST_CORNERS) return false;
  return whyNoArea(value as GeoArea) === null;
}

/** Why rings of positions bound no area; null where they do. */
export function whyNoArea(area: GeoArea): string | null {
  try {
    checkGeoArea(area);
    return null;
  } catch (e) {
    if (e instanceof DomainError) return e.expected;
    throw e;
  }
}

export const Outline = (): PropertyDecorator => (target, field) =>
  ValidateBy({ name: 'isOutline', validator: { validate: isOutline, defaultMessage: () => WORDS } })(target, String(field));

const position = { type: 'array', minItems: 2, maxItems: 3, items: { type: 'number' } };
const ring = { type: 'array', minItems: 4, items: position };
const polygon = { type: 'array', minItems: 1, items: ring };
const area = (type: string, coordinates: object) => ({
  type: 'object',
  properties: { type: { const: type }, coordinates },
  required: ['type', 'coordinates'],
  additionalProperties: false,
});
/** The same for the API description; that a ring closes and how many corners there are is said in words. */
export const OUTLINE_SCHEMA = {
  description: WORDS,
  oneOf: [area('Polygon', polygon), area('MultiPolygon', { type: 'array', minItems: 1, items: polygon })],
};
