import { degreesToRadians, radians, radiansToDegrees } from '../units';
import type { Position } from './geo-area';

/** The zone of UTM, 1 to 60, that a longitude in degrees falls into. */
export const zoneOf = (longitude: number): number => Math.min(60, Math.floor((longitude + 180) / 6) + 1);

/**
 * How far grid north of a place's own UTM zone lies east of true north.
 * @param position degrees
 * @returns degrees, below 0 where grid north lies west; to a hundredth
 * @source convergence of a transverse Mercator projection on the sphere: tan γ = tan Δλ · sin φ
 */
export function gridConvergence([longitude, latitude]: Position): number {
  const offMiddle = degreesToRadians(longitude - (zoneOf(longitude) * 6 - 183));
  return radiansToDegrees(radians(Math.atan(Math.tan(offMiddle) * Math.sin(degreesToRadians(latitude)))));
}
