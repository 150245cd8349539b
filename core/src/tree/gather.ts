import { type AngleScale, DomainError, type Tangent, tangent, tangentOf } from '../units';
import {
  type AngleReading,
  type AngleTarget,
  type AnyDiameter,
  type DistanceReading,
  FIRST_STEM,
  type LengthReading,
  type LogsReading,
  type Reading,
  type TrunkReading,
} from './reading';
import type { Sight } from './result';

export interface StationReadings {
  readonly id: string;
  distances: DistanceReading[];
  angles: Map<AngleTarget, AngleReading[]>;
  markHeights: LengthReading[];
  eyeHeights: LengthReading[];
}

export interface StemReadings {
  readonly id: string;
  diameters: AnyDiameter[];
  uppers: AnyDiameter[];
  trunks: TrunkReading[];
}

export interface Gathered {
  /** In the order in which their first reading came. */
  stems: StemReadings[];
  /** In the order in which their first reading came. */
  stations: StationReadings[];
  logs: LogsReading[];
  merchantableHeights: LengthReading[];
}

/** The station readings belong to when none is named. */
export const ONE_STATION = 'station';

/**
 * A tree's readings sorted by what they say. Nothing is computed and nothing left out.
 * @param readings in the order taken
 * @returns the same readings, by quantity and station
 */
export function gather(readings: readonly Reading[]): Gathered {
  const all: Gathered = { stems: [], stations: [], logs: [], merchantableHeights: [] };
  const stationOf = (reading: Reading): StationReadings => {
    const id = reading.station ?? ONE_STATION;
    let station = all.stations.find((s) => s.id === id);
    if (!station) {
      station = { id, distances: [], angles: new Map(), markHeights: [], eyeHeights: [] };
      all.stations.push(station);
    }
    return station;
  };
  const stemOf = (reading: Reading): StemReadings => {
    const id = reading.stem ?? FIRST_STEM;
    let stem = all.stems.find((s) => s.id === id);
    if (!stem) {
      stem = { id, diameters: [], uppers: [], trunks: [] };
      all.stems.push(stem);
    }
    return stem;
  };
  for (const reading of readings) {
    switch (reading.kind) {
      case 'diameter':
      case 'optical-diameter':
        (reading.upper ? stemOf(reading).uppers : stemOf(reading).diameters).push(reading);
        break;
      case 'trunk':
        stemOf(reading).trunks.push(reading);
        break;
      case 'logs':
        all.logs.push(reading);
        break;
      case 'merchantable-height':
        all.merchantableHeights.push(reading);
        break;
      case 'distance':
        stationOf(reading).distances.push(reading);
        break;
      case 'mark-height':
        stationOf(reading).markHeights.push(reading);
        break;
      case 'eye-height':
        stationOf(reading).eyeHeights.push(reading);
        break;
      case 'angle': {
        const { angles } = stationOf(reading);
        const shots = angles.get(reading.target);
        if (shots) shots.push(reading);
        else angles.set(reading.target, [reading]);
        break;
      }
    }
  }
  return all;
}

/**
 * The shots at one target as one sight: mean of their tangents, error of the mean.
 * @param shots at one target from one station, or undefined
 * @param sigma standard error of a single shot where the reading names none, radians
 * @returns the sight, or null without shots
 */
export function meanSight(shots: readonly AngleReading[] | undefined, sigma: number): Sight | null {
  if (!shots || shots.length === 0) return null;
  let t = 0;
  let variance = 0;
  for (const shot of shots) {
    t += tangentOf(shot.value, scaleOf(shot));
    variance += (shot.sigma ?? sigma) ** 2;
  }
  const n = shots.length;
  return { t: tangent(t / n) as Tangent, sigma: Math.sqrt(variance) / n, shots: n, from: shots.map(idOf) };
}

export const idOf = (reading: Reading) => reading.id ?? '';

/**
 * The scale of a sighting as the core uses it.
 * @throws DomainError `bad-scale` when a fixed scale names no distance
 */
export function scaleOf(reading: Pick<AngleReading, 'scale' | 'scaleDistance'>): AngleScale {
  if (reading.scale !== 'fixed') return { kind: reading.scale };
  if (reading.scaleDistance === undefined) {
    throw new DomainError('bad-scale', 'scaleDistance', undefined, 'a fixed-distance scale needs the distance it is drawn for');
  }
  return { kind: 'fixed', distance: reading.scaleDistance };
}
