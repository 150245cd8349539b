import { type Answer, answer, DomainError, type Metres, noAnswer, requireFinite, requireLength, type Tangent } from '../units';

/** A stem that leans as a whole. */
export interface LeaningStem {
  /** Radians from plumb, from 0 to under π/2. */
  readonly angle: number;
  /** Where to, radians from straight toward the eye: 0 toward it, π/2 aside, π away. */
  readonly direction: number;
}
export const PLUMB: LeaningStem = { angle: 0, direction: 0 };

export interface LeaningSights {
  /** Level distance from the eye to the foot of the stem, metres, above 0. */
  readonly distance: Metres;
  /** Sight to the target. */
  readonly top: Tangent;
  /** How high the eye is above the ground reference, metres. */
  readonly eye: number;
  readonly stem: LeaningStem;
}

/**
 * Level distance from the eye to a point of a leaning stem.
 * @param distance level, to the foot, metres
 * @param height of the point above the reference, metres
 * @param stem its lean
 * @returns metres
 * @source the law of cosines in plan: the point hangs h·tan λ from the foot
 * @example planDistance(20, 10, { angle: Math.atan(0.1), direction: 0 }).toFixed(9) // '19.000000000'
 */
export function planDistance(distance: number, height: number, stem: LeaningStem): number {
  if (stem.angle === 0) return distance;
  const aside = height * Math.tan(stem.angle);
  return Math.hypot(distance - aside * Math.cos(stem.direction), aside * Math.sin(stem.direction));
}

/**
 * Level distance to the foot of a leaning stem from that to a point of it.
 * @param plan level, to the point, metres
 * @param height of the point above the reference, metres
 * @param stem its lean
 * @returns metres
 * @source the inverse of {@link planDistance}
 * @example footDistance(19, 10, { angle: Math.atan(0.1), direction: 0 }).toFixed(9) // '20.000000000'
 */
export function footDistance(plan: number, height: number, stem: LeaningStem): number {
  if (stem.angle === 0) return plan;
  const aside = height * Math.tan(stem.angle);
  return aside * Math.cos(stem.direction) + Math.sqrt(Math.max(0, plan * plan - (aside * Math.sin(stem.direction)) ** 2));
}

/**
 * How high the eye is above the ground reference, by a sight to the base or to a mark on the stem, which a lean carries
 * out of plumb with it.
 * @param distance level, to the foot, metres
 * @param low sight to the mark, rise over run, up positive
 * @param markHeight of the mark above the reference, metres; 0 the base itself
 * @param stem its lean
 * @returns metres
 * @source y_eye = h_m − t_m·D_m
 * @example eyeOver(20, tangent(-0.1), 0, { angle: 0, direction: 0 }) // 2
 */
export function eyeOver(distance: number, low: Tangent, markHeight: number, stem: LeaningStem): number {
  return markHeight - low * planDistance(distance, markHeight, stem);
}

/**
 * Vertical height of a point on a leaning stem: the lean carries it nearer, farther or aside by H·tan λ, and the sight's
 * tangent belongs to where it hangs, not to the foot.
 * @param s the sight and the lean as seen from the station
 * @returns metres; no answer when the sight runs along the lean or the target does not come out above the reference
 * @throws DomainError `out-of-range`, `not-finite`
 * @source H − y_eye = t·√((D − H·k·cos β)² + (H·k·sin β)²), k = tan λ: a quadratic in H
 */
export function byLeaning(s: LeaningSights): Answer<Metres> {
  requireLength('distance', s.distance);
  requireFinite('sight', s.top);
  const { angle, direction } = s.stem;
  if (!(angle >= 0 && angle < Math.PI / 2)) throw new DomainError('out-of-range', 'lean', angle, 'from 0 to under π/2 radians (90°)');
  const k = Math.tan(angle);
  const [toward, aside] = [k * Math.cos(direction), k * Math.sin(direction)];
  const straight = Math.abs(aside) < 1e-9;
  const height = straight ? (s.eye + s.distance * s.top) / (1 + toward * s.top) : slanting(s, k, toward);
  if (!Number.isFinite(height)) return noAnswer('along-the-lean', 'The sight runs along the leaning stem: stand to its side.');
  if (!(height > 0)) return noAnswer('top-below-base', 'The target does not come out above the base: check the signs and the lean.');
  // the tip has passed over the eye: nobody sights it there with less than 90°
  if (straight && height * toward >= s.distance)
    return noAnswer('along-the-lean', 'With this lean the tip hangs over the eye or behind it: check the lean, or stand to its side.');
  return answer(height as Metres);
}

/** The root on the side to which the sight points; with two of them the sight tells nothing. */
function slanting({ distance, top, eye }: LeaningSights, k: number, toward: number): number {
  const a = 1 - (top * k) ** 2;
  const b = eye - top * top * distance * toward;
  const c = eye * eye - (top * distance) ** 2;
  if (Math.abs(a) < 1e-12) return c / (2 * b);
  const root = Math.sqrt(b * b - a * c);
  const fits = [(b + root) / a, (b - root) / a].filter((h) => h > 0 && (h - eye) * top >= 0);
  return fits.length === 1 || (fits.length === 2 && root === 0)
    ? (fits[0] as number)
    : fits.length === 2
      ? Number.NaN
      : Math.min((b + root) / a, -1);
}
