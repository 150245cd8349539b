import { type Answer, answer, type Metres, noAnswer, type Radians, requireAbove, requireFinite } from '../units';

/** A shot along the line of sight: how far, and how steep (up positive). */
export interface LineShot {
  readonly distance: Metres;
  readonly angle: Radians;
}

/**
 * Height between two line-of-sight shots, as a laser takes them. It needs no horizontal distance and is right even when
 * the tip is not above the base.
 * @param top shot at the tip
 * @param base shot at the base
 * @returns metres; no answer when the tip does not come out above the base
 * @throws DomainError `out-of-range`, `not-finite`
 * @source H = s_top·sin α_top − s_base·sin α_base
 * @example byLineShots({ distance: metres(20), angle: radians(Math.PI / 6) }, { distance: metres(18), angle: radians(0) }).value.toFixed(6) // '10.000000'
 */
export function byLineShots(top: LineShot, base: LineShot): Answer<Metres> {
  requireAbove('distance to the tip', top.distance);
  requireAbove('distance to the base', base.distance);
  requireFinite('angle to the tip', top.angle);
  requireFinite('angle to the base', base.angle);
  const height = top.distance * Math.sin(top.angle) - base.distance * Math.sin(base.angle);
  if (!(height > 0)) return noAnswer('top-below-base', 'The tip does not come out above the base: check both shots.');
  return answer(height as Metres);
}

/**
 * Height above the ground reference by a transponder on the bark at a known height, and a sight to the target.
 * @param transponder shot to it along the line of sight; it sits on the bark
 * @param diameter of the stem there, metres, from 0
 * @param markHeight of the transponder above the ground reference, metres, above 0
 * @param top sight to the target as an angle, radians, up positive, strictly between −π/2 and π/2
 * @returns metres; no answer when the target does not come out above the ground
 * @throws DomainError `out-of-range`, `not-finite`
 * @source D = s·cos α + d/2; H = h_m + D·tan θ_top − s·sin α
 */
export function byTransponder(transponder: LineShot, diameter: Metres, markHeight: Metres, top: Radians): Answer<Metres> {
  requireAbove('distance to the transponder', transponder.distance);
  requireFinite('angle to the transponder', transponder.angle);
  requireAbove('diameter', diameter, -1e-12);
  requireAbove('height of the transponder', markHeight);
  requireFinite('sight to the target', top);
  if (Math.abs(top) >= Math.PI / 2) return noAnswer('tip-overhead', 'The sight points straight up or beyond: step back.');
  const distance = transponder.distance * Math.cos(transponder.angle) + diameter / 2;
  const height = markHeight + distance * Math.tan(top) - transponder.distance * Math.sin(transponder.angle);
  if (!(height > 0)) return noAnswer('top-below-base', 'The target does not come out above the ground: check the signs.');
  return answer(height as Metres);
}
