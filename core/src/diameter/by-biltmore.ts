import { type Metres, requireAbove, requireLength } from '../units';

/** Eye to stick for which most sticks are graduated: 25 in. It is not the stick's own length. */
export const USUAL_REACH = 0.635 as Metres;

/**
 * Where a stick graduated for a reach carries the mark of a diameter, from its zero end.
 * @param diameter metres, above 0
 * @param reach eye to stick, metres, above 0
 * @returns metres along the stick
 * @throws DomainError `out-of-range`
 * @source similar triangles to the two tangents from the eye: s = d/√(1 + d/a)
 * @example biltmoreMark(metres(0.5), metres(0.5)) // 0.35355339059327373
 */
export function biltmoreMark(diameter: Metres, reach: Metres): Metres {
  requireAbove('diameter', diameter);
  requireLength('reach', reach);
  return (diameter / Math.sqrt(1 + diameter / reach)) as Metres;
}

/**
 * Diameter from a reading of a stick held level against the bark at a reach that may not be the one it is drawn for.
 * @param read the diameter written at the mark, metres, above 0
 * @param reach the person's own, eye to stick, metres, above 0
 * @param designReach the reach the stick is graduated for, metres, above 0
 * @returns metres
 * @throws DomainError `out-of-range`
 * @source the mark s at the design reach, then d = (s² + s·√(s² + 4a²))/(2a) at one's own
 * @example byBiltmore(metres(0.4572), metres(0.635), metres(0.635)) // 0.4572
 */
export function byBiltmore(read: Metres, reach: Metres, designReach: Metres): Metres {
  requireLength('reach', reach);
  const s = biltmoreMark(read, designReach);
  return ((s * s + s * Math.sqrt(s * s + 4 * reach * reach)) / (2 * reach)) as Metres;
}
