import { type Answer, answer, type Metres, metres, noAnswer, requireFinite, requireLength, type Tangent, tangent } from '../units';
import { eyeOver, type LeaningStem, PLUMB } from './leaning';
import { secant } from './secant';

export interface PoleSights {
  /** Rise over run, up positive. */
  readonly base: Tangent;
  readonly poleTop: Tangent;
  /** Height of what `base` met above the foot of the pole, metres: a mark on the stem, or 0 for the foot itself. */
  readonly markHeight: number;
}

/**
 * Level distance at which a pole of known length at the base is seen as it was. In front of the bark it reads 1–3 % low.
 * @param pole its length, metres, above 0; it stands plumb on the ground reference, in the plane of the axis
 * @param sights to its top, and to its foot or a mark on the stem
 * @param stem a lean carries the mark out of plumb
 * @returns metres; no answer when the pole's top is not above (below) a mark under (over) it
 * @throws DomainError `out-of-range`, `not-finite`
 * @source similar triangles: D = (L − h_m)/(t_pole − t_m)
 * @example distanceByPole(metres(4), { base: tangent(-0.1), poleTop: tangent(0.1), markHeight: 0 }).value // 20
 */
export function distanceByPole(pole: Metres, sights: PoleSights, stem: LeaningStem = PLUMB): Answer<Metres> {
  requireLength('length of the pole', pole);
  const { base, poleTop, markHeight } = sights;
  requireFinite('sight to the base', base);
  requireFinite('sight to the pole top', poleTop);
  requireFinite('height of the mark', markHeight);
  if (pole === markHeight)
    return noAnswer('pole-at-mark', 'The mark is as high as the pole’s top: the two sights tell no distance. Sight the base.');
  const plumb = (pole - markHeight) / (poleTop - base);
  if (!(plumb > 0) || !Number.isFinite(plumb))
    return noAnswer(
      'pole-below-base',
      markHeight === 0
        ? 'The top of the pole is not above its foot: check both sights.'
        : 'The top of the pole and the mark are seen the wrong way round: check both sights.',
    );
  if (stem.angle === 0 || markHeight === 0) return answer(metres(plumb));
  const found = secant((d) => eyeOver(d, base, markHeight, stem) + poleTop * d - pole, plumb);
  return found !== null && found > 0
    ? answer(metres(found))
    : noAnswer('no-convergence', 'With this lean no distance fits the pole and the mark: check them and the lean.');
}

/**
 * Height by a pole of known length that stands at the base: no distance is needed.
 * @param pole its length, metres, above 0
 * @param top sight to the tip, as rise over run, up positive
 * @param base sight to the base
 * @param poleTop sight to the top of the pole
 * @returns metres; no answer when the pole's top is not above its foot, or the tip not above the pole's foot
 * @throws DomainError `out-of-range`, `not-finite`
 * @source similar triangles: H = L·(t_top − t_base)/(t_pole − t_base)
 * @example byPole(metres(4), tangent(0.9), tangent(-0.1), tangent(0.1)).value // 20
 */
export function byPole(pole: Metres, top: Tangent, base: Tangent, poleTop: Tangent): Answer<Metres> {
  requireFinite('sight to the tip', top);
  const distance = distanceByPole(pole, { base, poleTop, markHeight: 0 });
  if (!distance.ok) return distance;
  if (top <= base) return noAnswer('top-below-base', 'The tip is not above the base: check both signs.');
  return answer(metres(distance.value * tangent(top - base)));
}
