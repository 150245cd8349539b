import { type Metres, requireAbove, requireFinite, type Tangent } from '../units';

/**
 * How far above the tip a tangent sight to the shoulder of a broad, ellipsoidal crown comes out.
 * @param crown half-width at its widest and the rise from there up to the tip, metres, above 0
 * @param top the upper sight, from 0: from above the crown its tip shows
 * @returns metres; 0 for a level sight
 * @throws DomainError `out-of-range`, `not-finite`
 * @source √(v² + w²·t²) − v, the tangent to an ellipse
 * @example crownOvershoot({ halfWidth: metres(5), depth: metres(5) }, tangent(1)).toFixed(2) // '2.07'
 */
export function crownOvershoot(crown: { readonly halfWidth: Metres; readonly depth: Metres }, top: Tangent): Metres {
  requireAbove('half-width of the crown', crown.halfWidth);
  requireAbove('depth of the crown', crown.depth);
  requireFinite('upper sight', top);
  const t = Math.max(0, top);
  return (Math.sqrt(crown.depth ** 2 + (crown.halfWidth * t) ** 2) - crown.depth) as Metres;
}
