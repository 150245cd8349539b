import { type Metres, metres, requireLength } from '../units';
import { byStick } from './by-stick';

/**
 * Height by equal legs: an upright stick as long as its level distance from the eye covers the stem from base to tip just
 * where the stem is as far as it is tall. The eye need not be level with the base.
 * @param distance level, from the eye to the axis, metres, above 0
 * @returns metres: the distance itself
 * @throws DomainError `out-of-range`
 * @source similar triangles, H = L·D/r with L = r
 * @example byEqualLegs(metres(22)) // 22
 */
export function byEqualLegs(distance: Metres): Metres {
  requireLength('distance', distance);
  return byStick(metres(1), distance, metres(1));
}
