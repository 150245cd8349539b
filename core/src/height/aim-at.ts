import { type Metres, requireFinite, requireLength, type Tangent } from '../units';

/**
 * What the instrument should read at a height on the stem: the other way round of measuring it.
 * @param height above the ground reference, metres
 * @param station level distance, the lower sight as read or expected, and how high above the reference it met the stem
 * @returns rise over run
 * @throws DomainError `out-of-range`, `not-finite`
 * @source t = t_base + (h − h_m)/D
 * @example aimAt(metres(10), { distance: metres(20), base: tangent(-0.08), markHeight: metres(0) }).toFixed(2) // '0.42'
 */
export function aimAt(
  height: Metres,
  station: { readonly distance: Metres; readonly base: Tangent; readonly markHeight: Metres },
): Tangent {
  requireLength('distance', station.distance);
  requireFinite('height', height);
  requireFinite('lower sight', station.base);
  return (station.base + (height - station.markHeight) / station.distance) as Tangent;
}
