import { horizontalDistance, horizontalDistanceSigma } from '../height/index';
import type { ReadingErrors } from '../kit/index';
import type { DistanceReading, PacesReading, ShotReading } from '../reading/index';
import {
  type Answer,
  answer,
  degreesToRadians,
  type Metres,
  metres,
  noAnswer,
  requireAbove,
  requireLength,
  tangent,
  toMetres,
} from '../units';
import { othersOf, type StationReadings } from './gather';
import { factorOf, meanShot } from './read-sight';
import type { DistanceSource, Sight } from './result';

/** A station's level distance to the stem's axis, read somehow. */
export interface ReadDistance {
  readonly distance: Metres;
  readonly sigma: Metres;
  readonly by: DistanceSource;
  readonly along: 'level' | 'slope' | 'sight';
  /** The shot it comes from, where it does. */
  readonly of?: object;
  /** What other tools said. */
  readonly others?: readonly { readonly by: DistanceSource; readonly distance: Metres; readonly sigma: Metres }[];
}

/** How thick the stem is at the tape, metres, and how well that is known. */
export interface Thickness {
  readonly value: Metres;
  readonly sigma: number;
}

/**
 * Every level distance that was read from a station, tapes and paces first, then shots; the most certain one counts.
 * @param s what was read from there
 * @param ground the slope toward the tree, where it was sighted
 * @param diameter of the stem; null when it is not known yet
 * @returns the most certain; no answer says what is missing
 * @throws DomainError on a reading that can't be one
 */
export function readDistance(
  s: StationReadings,
  ground: Sight | null,
  diameter: Thickness | null,
  errors: ReadingErrors,
): Answer<ReadDistance> {
  // one tape and nothing else is what nearly every station has
  const [only] = s.distances;
  if (s.others.length === 0 && s.distances.length === 1 && only && only.to !== 'plumb')
    return tapedDistance(only, ground, diameter, errors);
  const tapes = s.distances.filter((r) => r.to !== 'plumb');
  // of one tool the last reading counts: it corrects the one before it
  return mostCertain([
    ...lastOfEach(tapes, (r) => r.by ?? 'tape').map((r) => tapedDistance(r, ground, diameter, errors)),
    ...othersOf(s, 'paces')
      .slice(-1)
      .map((r) => pacedDistance(r, ground, diameter, errors)),
    ...shotDistance(othersOf(s, 'shot'), diameter, errors),
  ]);
}

export const NO_DISTANCE = noAnswer('no-distance', 'No distance from the tree is read yet.');

/** The most certain of what there is, with the others beside it; with none, what is missing. */
export function mostCertain(found: readonly Answer<ReadDistance>[]): Answer<ReadDistance> {
  let best: Answer<ReadDistance> = NO_DISTANCE;
  for (const d of found) {
    if (d.ok ? !best.ok || d.value.sigma < best.value.sigma : !best.ok && d.code !== 'no-distance') best = d;
  }
  const { length } = found;
  if (!best.ok || length === 1) return best;
  const chosen = best;
  return answer({ ...chosen.value, others: found.flatMap((d) => (d.ok && d !== chosen ? [d.value, ...(d.value.others ?? [])] : [])) });
}

const lastOfEach = <T>(all: readonly T[], key: (r: T) => string): readonly T[] => [...new Map(all.map((r) => [key(r), r])).values()];

const AT_THE_AXIS = answer<Thickness>({ value: metres(0), sigma: 0 });
/** Half the stem, where the distance ended at its bark. */
function toAxis(to: 'axis' | 'bark' | 'plumb', diameter: Thickness | null): Answer<Thickness> {
  if (to !== 'bark') return AT_THE_AXIS;
  if (diameter === null)
    return noAnswer('bark-without-diameter', 'The distance ended at the bark: read the diameter, and half of it is added.');
  return answer({ value: metres(diameter.value / 2), sigma: diameter.sigma / 2 });
}

/** A thickness that was only judged leaves its error in the distance. */
const withHalf = (sigma: Metres, half: Thickness): Metres => (half.sigma === 0 ? sigma : metres(Math.hypot(sigma, half.sigma)));

/** A tape, or an instrument that reads a distance by itself; along a slope or a line of sight its cosine is taken. */
export function tapedDistance(
  r: DistanceReading,
  ground: Sight | null,
  diameter: Thickness | null,
  errors: ReadingErrors,
): Answer<ReadDistance> {
  const half = toAxis(r.to, diameter);
  if (!half.ok) return half;
  const by = r.by ?? 'tape';
  const read = toMetres(r.value, r.unit) * factorOf(r);
  if (r.along === 'slope' && !ground)
    return noAnswer('no-slope', 'The distance lies along the slope: sight the slope, and the level distance follows.');
  if (r.along === 'sight' && r.elevation === undefined)
    return noAnswer('no-elevation', 'The distance lies along a line of sight: its own angle is needed for the level one.');
  const slope = r.along === 'slope' ? (ground as Sight).t : r.along === 'sight' ? Math.tan(degreesToRadians(r.elevation as number)) : 0;
  const taped = { taped: metres(read), slope: tangent(slope), toAxis: half.value.value };
  const share =
    by === 'laser'
      ? errors.laserDistance / read
      : by === 'ultrasonic'
        ? errors.ultrasonic
        : by === 'fixed-base'
          ? errors.fixedBase
          : r.along === 'slope'
            ? errors.slopeDistance
            : errors.levelDistance;
  const sigma = r.sigma ?? read * (r.sigmaShare ?? share);
  const angle = r.along === 'slope' ? (ground as Sight).sigma : r.along === 'sight' ? errors.laserAngle : 0;
  return answer({
    distance: horizontalDistance(taped),
    sigma: withHalf(horizontalDistanceSigma(taped, sigma, angle), half.value),
    by,
    along: r.along,
  });
}

function pacedDistance(r: PacesReading, ground: Sight | null, diameter: Thickness | null, errors: ReadingErrors): Answer<ReadDistance> {
  const half = toAxis(r.to, diameter);
  if (!half.ok) return half;
  requireAbove('paces', r.value);
  if (r.pace === undefined) return noAnswer('no-pace', 'Paces need the length of one: walk a taped course once and keep it in the kit.');
  requireLength('length of a pace', r.pace);
  if (r.along === 'slope' && !ground)
    return noAnswer('no-slope', 'Paces on a slope are a slope distance: sight the slope, and the level distance follows.');
  const taped = {
    taped: metres(r.value * r.pace),
    slope: tangent(r.along === 'slope' ? (ground as Sight).t : 0),
    toAxis: half.value.value,
  };
  const sigma = r.sigma ?? taped.taped * (r.sigmaShare ?? errors.pace);
  return answer({
    distance: horizontalDistance(taped),
    sigma: withHalf(horizontalDistanceSigma(taped, sigma, ground?.sigma ?? 0), half.value),
    by: 'paces',
    along: r.along,
  });
}

/** The shot that tells best where the stem stands: one at the stem itself, a mark on it, its base. */
function shotDistance(shots: readonly ShotReading[], diameter: Thickness | null, errors: ReadingErrors): readonly Answer<ReadDistance>[] {
  for (const target of ['stem', 'mark', 'base'] as const) {
    const shot = meanShot(
      shots.filter((r) => r.target === target),
      errors,
      diameter?.value ?? null,
    );
    if (!shot?.line) continue;
    const half = toAxis(shot.line.toBark ? 'bark' : 'axis', diameter);
    if (!half.ok) return [half];
    const cos = 1 / Math.sqrt(1 + shot.t * shot.t);
    const { distance, sigma } = shot.line;
    return [
      answer({
        distance: metres(distance * cos + half.value.value),
        sigma: metres(Math.hypot(cos * sigma, distance * shot.t * cos * shot.sigma, half.value.sigma)),
        by: 'shot',
        along: 'sight',
        of: shot.of,
      }),
    ];
  }
  return [];
}
