import { type StandAdvice, type Standing, sigmaFrom, whereToStand } from '../height/index';
import { TYPICAL_ERRORS } from '../kit/index';
import { ONE_STATION } from '../reading/index';
import { heightTolerance, type ProtocolOptions } from '../survey/index';
import { type StationResult, TIP_OFFSET } from '../tree/index';
import { degreesToRadians, METRES_PER_FOOT, type Metres, metres, tangent, toMetres } from '../units';
import { type CheckInput, okStations } from './finding';

/**
 * Where to stand for this tree's height, from the first station that came out.
 * @param input the tree as it is checked
 * @returns the place and its error; null where the height is not known yet, or no place fits
 */
export function standFor(input: CheckInput): StandAdvice | null {
  const { result, protocol } = input;
  const [station] = okStations(result);
  if (!station || !result.height.ok) return null;
  const height = result.height.value.value;
  return whereToStand(standingOf(station, height, input), roundTo(protocol), heightTolerance(protocol, height));
}

/** The tree and the instruments as the station knows them. */
export function standingOf(s: StationResult, height: Metres, { readings, species }: Pick<CheckInput, 'readings' | 'species'>): Standing {
  const own = readingsAt(s, readings);
  const sighted = own.findLast((r) => r.kind === 'angle' && r.target === 'tip');
  return {
    height,
    eyeHeight: s.eyeHeight,
    slope: tangent(s.slope ?? (s.base ? s.base.t + (s.eyeHeight - s.markHeight) / s.distance : 0)),
    distanceShare: s.distanceSigma / s.distance,
    angle: s.tops.tip?.sigma ?? TYPICAL_ERRORS.angle,
    tipOffset: species.tipOffset ?? TIP_OFFSET[species.crown ?? 'broad'],
    crown: crownFrom(own),
    farthest: roomAt(own),
    scaleEnd: sighted?.kind === 'angle' && sighted.scaleEnd !== undefined ? tangent(Math.tan(degreesToRadians(sighted.scaleEnd))) : null,
  };
}

/** What was read or said at a station. */
export const readingsAt = (s: StationResult, readings: CheckInput['readings']) =>
  readings.filter((r) => (r.station ?? ONE_STATION) === s.station);

/**
 * How far one can go, as somebody said it.
 * @param readings of one station
 * @returns metres from the stem, level; null where nobody said
 */
export function roomAt(readings: CheckInput['readings']): Metres | null {
  const said = readings.findLast((r) => r.kind === 'room');
  return said?.kind === 'room' ? toMetres(said.value, said.unit) : null;
}

/**
 * Where to stand before anything is sighted, for a tree about as tall as somebody knows it to be.
 * @param height above the ground, metres, above 0
 * @param readings of the station so far: what was said of its room counts
 * @returns the place and the error to expect there with a clinometer and a tape on level ground; null where none fits
 */
export function standAtFirst(
  height: Metres,
  { readings, species, protocol, eyeHeight }: Pick<CheckInput, 'readings' | 'species' | 'protocol'> & { readonly eyeHeight: Metres },
): StandAdvice | null {
  const standing: Standing = {
    height,
    eyeHeight,
    slope: tangent(0),
    distanceShare: TYPICAL_ERRORS.levelDistance,
    angle: TYPICAL_ERRORS.angle,
    tipOffset: species.tipOffset ?? TIP_OFFSET[species.crown ?? 'broad'],
    crown: null,
    farthest: roomAt(readings),
    scaleEnd: null,
  };
  const step = roundTo(protocol);
  const there = whereToStand(standing, step, heightTolerance(protocol, height));
  // nearer than a tree length the tip hides easily: nobody is sent there who has room
  const length = metres(Math.ceil(height / step - 1e-9) * step);
  if (!there || there.distance >= length || (standing.farthest !== null && length > standing.farthest)) return there;
  return { distance: length, sigma: sigmaFrom(standing, length), limits: [] };
}

/** Distances are advised in whole metres, or in fives of feet. */
export const roundTo = ({ units }: ProtocolOptions) => metres(units === 'us' ? 5 * METRES_PER_FOOT : 1);

/** A broad crown as somebody said it at a station. */
export function crownFrom(readings: CheckInput['readings']): Standing['crown'] {
  const said = readings.findLast((r) => r.kind === 'crown');
  return said?.kind === 'crown' ? { halfWidth: toMetres(said.halfWidth, said.unit), depth: toMetres(said.depth, said.unit) } : null;
}
