import { type Answer, answer, type Metres, noAnswer, requireFinite, requireLength, type Tangent } from '../units';

export interface AngleSights {
  /** Horizontal distance from the eye to the point plumb below the target, above 0. */
  readonly distanceTop: Metres;
  /** Horizontal distance from the eye to the base or mark; the same as `distanceTop` for a tree that stands straight. */
  readonly distanceBase: Metres;
  readonly top: Tangent;
  readonly base: Tangent;
  /** Height of the sighted mark above the ground reference, below 0 under it; 0 when the base itself is sighted. */
  readonly markHeight: Metres;
}

/**
 * Height by two sightings and the horizontal distance, for any scale and any sign:
 * H = h_m + D_top·t_top − D_base·t_base.
 * @param sights distances in metres, sightings as tangents (up positive)
 * @returns metres above the ground reference; no answer when the top does not come out above it
 * @throws DomainError `out-of-range`, `not-finite`
 * @source the tangent method; Avery and Burkhart, Forest Measurements (2002)
 */
export function byAngles(sights: AngleSights): Answer<Metres> {
  requireLength('distance to the top', sights.distanceTop);
  requireLength('distance to the base', sights.distanceBase);
  requireFinite('top sighting', sights.top);
  requireFinite('base sighting', sights.base);
  requireFinite('mark height', sights.markHeight);
  const height = sights.markHeight + sights.distanceTop * sights.top - sights.distanceBase * sights.base;
  if (!(height > 0)) return noAnswer('top-below-base', 'The top sighting is not above the base: check both signs.');
  return answer(height as Metres);
}
