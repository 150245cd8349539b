import { type Metres, requireAbove, requireFinite, requireLength, type Tangent } from '../units';

/**
 * What the base of the tree should read, before it is read.
 * @param eyeHeight of the eye above the ground at the station, metres
 * @param distance horizontal, metres
 * @param slope of the ground, positive uphill from the station to the tree
 * @returns tangent: −eye/D + slope
 * @throws DomainError `out-of-range`, `not-finite`
 * @source plane geometry: the ground as a line through the feet
 * @example predictedBase(metres(1.6), metres(20), tangent(0)) // -0.08
 */
export function predictedBase(eyeHeight: Metres, distance: Metres, slope: Tangent): Tangent {
  requireAbove('eye height', eyeHeight);
  requireLength('distance', distance);
  requireFinite('ground slope', slope);
  return (slope - eyeHeight / distance) as Tangent;
}
