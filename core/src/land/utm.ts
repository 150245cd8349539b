import proj4 from 'proj4';
import { DomainError } from '../units';
import type { Position } from './geo-area';
import { zoneOf } from './grid-north';

/** A place on the UTM grid, metres. */
export interface UtmPlace {
  /** 1 to 60. */
  readonly zone: number;
  readonly north: boolean;
  readonly easting: number;
  readonly northing: number;
}

const gridOf = (zone: number, north: boolean) => `+proj=utm +zone=${zone} ${north ? '' : '+south '}+datum=WGS84 +units=m +no_defs`;

/**
 * The UTM grid reference of a place.
 * @param position degrees; latitude −80 to 84
 * @param zone another one than its own, 1 to 60, where a survey keeps to one
 * @returns metres on the grid of its zone
 * @throws DomainError `out-of-range` beyond the grid
 */
export function toUtm([longitude, latitude]: Position, zone = zoneOf(longitude)): UtmPlace {
  if (!(latitude >= -80 && latitude <= 84)) throw new DomainError('out-of-range', 'latitude', latitude, 'from −80 to 84 for UTM');
  const north = latitude >= 0;
  const [easting = 0, northing = 0] = proj4(gridOf(zone, north)).forward([longitude, latitude]);
  return { zone, north, easting, northing };
}

/**
 * The place of a UTM grid reference.
 * @param place zone 1 to 60, metres east 100,000 to 900,000 and north 0 to 10,000,000
 * @returns degrees
 * @throws DomainError `out-of-range`
 */
export function fromUtm({ zone, north, easting, northing }: UtmPlace): Position {
  if (!(Number.isInteger(zone) && zone >= 1 && zone <= 60))
    throw new DomainError('out-of-range', 'zone', zone, 'a whole number from 1 to 60');
  if (!(easting >= 100_000 && easting <= 900_000)) throw new DomainError('out-of-range', 'easting', easting, 'from 100,000 to 900,000 m');
  if (!(northing >= 0 && northing <= 10_000_000)) throw new DomainError('out-of-range', 'northing', northing, 'from 0 to 10,000,000 m');
  const [longitude = 0, latitude = 0] = proj4(gridOf(zone, north)).inverse([easting, northing]);
  return [longitude, latitude];
}
