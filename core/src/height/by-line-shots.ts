import { type Answer, answer, type Metres, noAnswer, type Radians, requireFinite, requireLength } from '../units';

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
  requireLength('distance to the tip', top.distance);
  requireLength('distance to the base', base.distance);
  requireFinite('angle to the tip', top.angle);
  requireFinite('angle to the base', base.angle);
  const height = top.distance * Math.sin(top.angle) - base.distance * Math.sin(base.angle);
  if (!(height > 0)) return noAnswer('top-below-base', 'The tip does not come out above the base: check both shots.');
  return answer(height as Metres);
}
