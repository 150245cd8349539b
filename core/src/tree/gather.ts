import {
  type AngleReading,
  type AngleTarget,
  type AnyDiameter,
  type CalledHeightReading,
  type CrownSpreadReading,
  type DistanceReading,
  type EarlierHeightReading,
  type EyeHeightReading,
  FIRST_STEM,
  type HeightReading,
  type LogScaleReading,
  type LogsReading,
  type MarkHeightReading,
  type MerchantableHeightReading,
  type NeighbourReading,
  ONE_STATION,
  type Reading,
  type TrunkReading,
} from '../reading/index';

export interface StationReadings {
  readonly id: string;
  /** Sightings by what they met; a named point is not among them. */
  angles: Map<AngleTarget, AngleReading[]>;
  /** Whether any of them is the angle between a target and the base. */
  included: boolean;
  distances: DistanceReading[];
  markHeights: MarkHeightReading[];
  eyeHeights: EyeHeightReading[];
  /** Everything else that was read from here, in the order taken. */
  others: StationReading[];
}
type StationReading = Exclude<HeightReading, LogsReading | DistanceReading | CrownSpreadReading>;

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
  /** Each with the station it was read from. */
  logScales: { readonly reading: LogScaleReading; readonly station: string }[];
  merchantableHeights: MerchantableHeightReading[];
  /** The last one read. */
  crownSpread: CrownSpreadReading | null;
  /** What was told of the tree and enters no sum. */
  told: (CalledHeightReading | NeighbourReading | EarlierHeightReading)[];
}

/**
 * A tree's readings sorted by what they say. Nothing is computed and nothing left out.
 * @param readings in the order taken
 * @returns the same readings, by quantity and station
 */
export function gather(readings: readonly Reading[]): Gathered {
  const all: Gathered = { stems: [], stations: [], logs: [], logScales: [], merchantableHeights: [], crownSpread: null, told: [] };
  const stationOf = (reading: Reading): StationReadings => {
    const id = reading.station ?? ONE_STATION;
    let station = all.stations.find((s) => s.id === id);
    if (!station) {
      station = { id, angles: new Map(), included: false, distances: [], markHeights: [], eyeHeights: [], others: [] };
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
      case 'crown-spread':
        all.crownSpread = reading;
        break;
      case 'called-height':
      case 'neighbour':
      case 'earlier-height':
        all.told.push(reading);
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
      case 'log-scale':
        all.logScales.push({ reading, station: stationOf(reading).id });
        break;
      case 'angle': {
        const station = stationOf(reading);
        if (reading.included) station.included = true;
        if (reading.target === 'point') {
          station.others.push(reading);
          break;
        }
        const shots = station.angles.get(reading.target);
        if (shots) shots.push(reading);
        else station.angles.set(reading.target, [reading]);
        break;
      }
      default:
        stationOf(reading).others.push(reading);
    }
  }
  return all;
}

/** What else was read from a station, by kind. */
export function othersOf<K extends StationReading['kind']>(s: StationReadings, kind: K): (StationReading & { readonly kind: K })[] {
  return s.others.filter((r): r is StationReading & { readonly kind: K } => r.kind === kind);
}

export const idOf = (reading: Reading) => reading.id ?? '';
