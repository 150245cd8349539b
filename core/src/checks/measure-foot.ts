import { type AngleReading, ONE_STATION } from '../reading/index';
import { type Sight, type StationResult, scaleOf } from '../tree/index';
import { formatNumber, type Radians, radiansToDegrees, readingOf, type Tangent, tangent } from '../units';
import { type CheckInput, lastAt, type Measure, okStations } from './finding';

/** Errors of a foot that fits beyond which hardly any clean one lies. */
const LIMIT = 3.4;
/** Of an eye height that the person's kit knows, and of one that is assumed of anybody; metres. */
const EYE = { known: 0.045, assumed: 0.11 } as const;
/** Ground steeper than this toward a tree one walks up to is rare; a slip is not. */
const STEEP_GROUND = Math.tan((34 * Math.PI) / 180);
/** Spread of ground that nobody sighted, rise over run. */
const USUAL_GROUND = 0.2;

/** The lower sight, to the base or to a mark, against what eye height, distance and slope say it should be. */
export function footMeasures({ readings, result }: CheckInput): readonly Measure[] {
  return okStations(result).flatMap((s): Measure[] => {
    const { base } = s;
    if (!base || s.distanceBy === 'pole' || s.distanceBy === 'two-stations') return [];
    const target = s.markHeight === 0 ? ('base' as const) : ('mark' as const);
    const shot = lastAt(readings, target, s.station);
    if (!shot) return [];
    const expected = tangent(s.predictedBase + s.markHeight / s.distance);
    return s.slope === null ? [unknownGround(s, target, shot, base.t, expected)] : [knownGround(s, target, shot, base, expected, readings)];
  });
}

function unknownGround(s: StationResult, target: 'base' | 'mark', shot: AngleReading, read: Tangent, level: Tangent): Measure {
  const rise = read - level;
  return {
    z: rise / USUAL_GROUND,
    limit: STEEP_GROUND / USUAL_GROUND,
    finding: () => {
      const ground = radiansToDegrees(Math.atan(rise) as Radians);
      return {
        code: 'base-steep-ground',
        target,
        what: `With the ${target} at ${show(read, shot)} the ground would ${ground > 0 ? 'rise' : 'fall'} ${formatNumber(Math.abs(ground), 0)}° to the tree.`,
        why: `On level ground the ${target} would read about ${show(level, shot)} from ${formatNumber(s.distance, 1)} m.`,
        remedy: 'Check the sign, the scale and the distance; if the ground is that steep, read its slope.',
      };
    },
  };
}

function knownGround(
  s: StationResult,
  target: 'base' | 'mark',
  shot: AngleReading,
  base: Sight,
  expected: Tangent,
  readings: CheckInput['readings'],
): Measure {
  const ground = lastAt(readings, 'ground', s.station);
  const slope = s.slope ?? 0;
  const eye = (s.eyeHeightAssumed ? EYE.assumed : EYE.known) / s.distance;
  const sigma = Math.hypot(
    eye,
    base.sigma * (1 + base.t ** 2),
    step(shot),
    // a sloping tape and a level sight share the ground's own sight; both know it as well as the sight is read
    GROUND_SIGMA * (1 + slope ** 2),
    ground ? step(ground) : 0,
  );
  return {
    z: (base.t - expected) / sigma,
    limit: LIMIT,
    finding: () => ({
      code: `${target}-unexpected`,
      target,
      what: `The ${target} reads ${show(base.t, shot)}; ${show(expected, shot)} was to be expected.`,
      why: 'Eye height, distance and slope together do not lead there.',
      remedy: `Sight the ${target} once more, then the slope.`,
    }),
  };
}

/** A slope is sighted no better than an angle is, to a point that somebody judged to be at eye height. */
const GROUND_SIGMA = 0.0055;

/** What is lost where an instrument shows half or whole units, as a tangent: a twelfth of the step squared. */
function step(r: AngleReading): number {
  const width = Number.isInteger(r.value) ? 1 : Number.isInteger(2 * r.value) ? 0.5 : 0;
  if (width === 0) return 0;
  const unit =
    r.scale === 'degree' || r.scale === 'dial'
      ? Math.PI / 180
      : r.scale === 'percent'
        ? 0.01
        : r.scale === 'topographic'
          ? 1 / 66
          : 1 / (r.scaleDistance ?? 20);
  return (width * unit) / Math.sqrt(12);
}

/** A sight in the scale it was read on. */
export function show(t: Tangent, shot: AngleReading): string {
  const n = readingOf(t, shot.scale === 'dial' ? { kind: 'degree' } : scaleOf(shot));
  const unit = shot.scale === 'degree' || shot.scale === 'dial' ? '°' : shot.scale === 'percent' ? ' %' : '';
  return `${n > 0.05 ? '+' : ''}${formatNumber(n, 0)}${unit}`;
}

/** Whether readings of a station show finer than halves: a 0 on such a scale is no ordinary figure. */
export const finer = (readings: CheckInput['readings'], station: string): boolean =>
  readings.some((r) => r.kind === 'angle' && (r.station ?? ONE_STATION) === station && !Number.isInteger(2 * r.value));
