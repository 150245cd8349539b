import { type Answer, answer, type Metres, noAnswer, requireAbove, requireFinite, type Tangent } from '../units';

/**
 * Height by a pole of known length that stands at the base: no distance is needed. In front of the bark it reads 1–3 % low.
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
  requireAbove('length of the pole', pole);
  for (const [name, t] of [
    ['tip', top],
    ['base', base],
    ['pole top', poleTop],
  ] as const)
    requireFinite(`sight to the ${name}`, t);
  if (poleTop <= base) return noAnswer('pole-below-base', 'The top of the pole is not above its foot: check both sights.');
  if (top <= base) return noAnswer('top-below-base', 'The tip is not above the base: check both signs.');
  return answer((pole * ((top - base) / (poleTop - base))) as Metres);
}
