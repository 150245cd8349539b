import { type ReadingErrors, temperatureFactor } from '../kit/index';
import type { AngleReading, Ranged, ShotReading, Zeroed } from '../reading/index';
import {
  type AngleScale,
  DomainError,
  degreesToRadians,
  type Metres,
  metres,
  requireLength,
  type Tangent,
  tangent,
  tangentOf,
  toMetres,
} from '../units';
import { idOf } from './gather';
import type { Sight } from './result';

/**
 * The sightings of one target as one sight: mean of their tangents, error of the mean, the instruments' zero taken off.
 * An angle included between target and base is completed with the base's sight.
 * @param shots at one target from one station, or undefined
 * @param errors standard errors where a reading names none
 * @param base sight to the base, for included angles
 * @returns the sight, or null without shots, or where an included angle has no base yet to stand on
 * @throws DomainError `bad-scale`, `angle-out-of-range`, `out-of-range`
 */
export function meanSight(shots: readonly AngleReading[] | undefined, errors: ReadingErrors, base: Sight | null = null): Sight | null {
  if (!shots || shots.length === 0) return null;
  if (!base && shots.some((s) => s.included)) return null;
  let sum = 0;
  let squares = 0;
  let variance = 0;
  for (const shot of shots) {
    const t = shot.included || shot.zero ? tangentOfAngle(shot, base) : tangentOf(shot.value, scaleOf(shot));
    sum += t;
    squares += t * t;
    variance += (shot.sigma ?? (shot.included || shot.scale === 'dial' ? errors.protractor : errors.angle)) ** 2;
  }
  const n = shots.length;
  const t = sum / n;
  return {
    t: tangent(t) as Tangent,
    sigma: Math.sqrt(variance) / n,
    shots: n,
    // as an angle, whichever scale it was read on
    spread: n > 1 ? Math.sqrt(Math.max(0, squares - n * t * t) / (n - 1)) / (1 + t * t) : null,
    included: shots.some((s) => s.included),
    of: shots[0] as object,
    ...zeroOf(shots),
    from: shots.map(idOf),
  };
}

/** The error of the instrument's zero, where one is told. */
function zeroOf(shots: readonly Zeroed[]): Pick<Sight, 'zero'> {
  const told = shots.find((s) => s.sigmaZero !== undefined && s.sigmaZero > 0);
  return told ? { zero: { sigma: told.sigmaZero as number, of: told.instrument ?? '' } } : {};
}

function tangentOfAngle(shot: AngleReading, base: Sight | null): Tangent {
  return tangent(Math.tan(upFrom(shot, base)));
}

/** Where a sighting points, radians, up positive. */
function upFrom(shot: AngleReading, base: Sight | null): number {
  const zero = degreesToRadians(shot.zero ?? 0);
  if (!shot.included) return Math.atan(tangentOf(shot.value, scaleOf(shot))) - zero;
  if (!(shot.value > 0))
    throw new DomainError('out-of-range', 'included angle', shot.value, 'the angle between base and target must be above 0');
  // it opens from the base, not from level: near a tall tree it passes 90°
  if (shot.scale === 'degree' && shot.value >= 180)
    throw new DomainError('angle-out-of-range', 'included angle', shot.value, 'the angle between base and target is under 180°');
  const angle = (shot.scale === 'degree' ? degreesToRadians(shot.value) : Math.atan(tangentOf(shot.value, scaleOf(shot)))) - zero;
  return angle + Math.atan(base?.t ?? 0);
}

/** Whether an included angle, put on the base's sight, points straight up or beyond. */
export const pointsOverhead = (shots: readonly AngleReading[], base: Sight | null): boolean =>
  base !== null && shots.some((s) => s.included && upFrom(s, base) >= Math.PI / 2);

/**
 * Line-of-sight shots at one target as one: mean of what they lie away and up.
 * @param diameter of the stem, metres; null while it is not known
 * @throws DomainError `angle-out-of-range`, `out-of-range`
 */
export function meanShot(shots: readonly ShotReading[], errors: ReadingErrors, diameter: Metres | null): Sight | null {
  if (shots.length === 0) return null;
  let [away, up, variance, angles, squares] = [0, 0, 0, 0, 0];
  for (const shot of shots) {
    const line = toMetres(shot.value, shot.unit) * factorOf(shot);
    const t = elevationOf(shot);
    const cos = 1 / Math.sqrt(1 + t * t);
    away += line * cos;
    up += line * t * cos;
    squares += line * line;
    variance += sigmaOfShot(shot, line, errors) ** 2;
    angles += (shot.sigmaAngle ?? errors.laserAngle) ** 2;
  }
  const n = shots.length;
  const line = Math.hypot(away, up) / n;
  const toBark = shots[0]?.to === 'bark';
  return {
    t: tangent(up / away) as Tangent,
    sigma: Math.sqrt(angles) / n,
    shots: n,
    spread: n > 1 ? Math.sqrt(Math.max(0, squares - n * line * line) / (n - 1)) : null,
    included: false,
    of: shots[0] as object,
    line: {
      distance: metres(line),
      sigma: metres(Math.sqrt(variance) / n),
      toBark,
      half: toBark ? (diameter === null ? null : metres(diameter / 2)) : metres(0),
    },
    ...zeroOf(shots),
    from: shots.map(idOf),
  };
}

/** A shot's own angle as a tangent, its instrument's zero taken off. */
function elevationOf(shot: ShotReading): Tangent {
  const { scale = 'degree', zero = 0 } = shot;
  // past the zenith it points behind: the scale's own check says so
  if (scale === 'degree') return tangentOf(shot.elevation - zero, { kind: 'degree' });
  const t = tangentOf(shot.elevation, scaleOf({ ...shot, scale }));
  return zero === 0 ? t : tangent(Math.tan(Math.atan(t) - degreesToRadians(zero)));
}

/** What a ranged length is multiplied by: its instrument's own factor, and for ultrasound the air's. */
export function factorOf(r: Ranged & { readonly by?: string }): number {
  const air =
    r.by === 'ultrasonic' && r.celsius !== undefined && r.checkedCelsius !== undefined ? temperatureFactor(r.checkedCelsius, r.celsius) : 1;
  return (r.factor ?? 1) * air;
}

/** Standard error of one shot's length, metres. */
export function sigmaOfShot(shot: Pick<ShotReading, 'by' | 'sigma' | 'sigmaShare'>, line: number, errors: ReadingErrors): Metres {
  if (shot.sigma !== undefined) return metres(shot.sigma);
  if (shot.sigmaShare !== undefined) return metres(shot.sigmaShare * line);
  return metres(shot.by === 'laser' ? errors.laserDistance : errors.ultrasonic * line);
}

/**
 * The scale of a sighting as the core uses it.
 * @param reading a sighting as it is kept
 * @returns its scale, with what that scale needs
 * @throws DomainError `bad-scale` when a fixed scale names no distance, or a dial not how it reads
 */
export function scaleOf(reading: Pick<AngleReading, 'scale' | 'scaleDistance' | 'level' | 'grows'>): AngleScale {
  if (reading.scale === 'dial') {
    if (reading.level === undefined || reading.grows === undefined)
      throw new DomainError('bad-scale', 'level', reading.level, 'a dial says what it reads when level, and whether it grows up or down');
    return { kind: 'dial', level: reading.level, grows: reading.grows };
  }
  if (reading.scale !== 'fixed') return { kind: reading.scale };
  if (reading.scaleDistance === undefined) {
    throw new DomainError('bad-scale', 'scaleDistance', undefined, 'a fixed-distance scale needs the distance it is drawn for');
  }
  requireLength('distance of the scale', reading.scaleDistance);
  return { kind: 'fixed', distance: reading.scaleDistance };
}
