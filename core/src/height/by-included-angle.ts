import { type Answer, answer, DomainError, type Metres, noAnswer, type Radians, requireAbove, type Tangent } from '../units';

/**
 * Height from one angle between base and tip, as two sticks and a protractor give it, with the base's own sight.
 * @param distance horizontal, from the eye to the axis, metres, above 0
 * @param included angle between the sights to base and tip, radians, above 0 and under π
 * @param base sight to the base as rise over run, up positive (below the eye it is negative)
 * @returns metres; no answer where the tip's sight would point straight up or beyond
 * @throws DomainError `out-of-range`
 * @source H = D·(tan(ω − β) + tan β) with β the base's depression; not D·tan ω
 * @example byIncludedAngle(metres(10), radians(Math.PI / 4), tangent(0)).value // 10
 */
export function byIncludedAngle(distance: Metres, included: Radians, base: Tangent): Answer<Metres> {
  requireAbove('distance', distance);
  if (!(included > 0 && included < Math.PI)) {
    throw new DomainError('out-of-range', 'included angle', included, 'it must be above 0 and under π radians (180°)');
  }
  const top = Math.atan(base) + included;
  if (top >= Math.PI / 2) return noAnswer('tip-overhead', 'Together with the base the angle points straight up or beyond: check both.');
  return answer((distance * (Math.tan(top) - base)) as Metres);
}
