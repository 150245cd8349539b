import { distanceByPole } from '../../height/index';
import { metres, noAnswer, tangent } from '../../units';
import { type Setup, seenOf } from '../setup';
import { angleTerm, at, notSighted, type Reckoning, type Way } from './define';
import { byPair, lowAngle } from './sighted';

type Pole = NonNullable<Setup['pole']>;

const NO_POLE = noAnswer('no-pole', 'The top of a pole was sighted: type how long the pole is.');
const NO_TOP = noAnswer('pole-not-sighted', 'The pole finds the distance once its top is sighted too.');

/** A pole of known length at the base finds the distance. */
export const pole: Way = (aim, a) => {
  const { u } = a;
  if (!u.pole) return u.s.angles.has('pole-top') ? NO_POLE : null;
  const top = seenOf(u, aim);
  if (!u.pole.top) return top.angle || aim === 'tip' ? NO_TOP : null;
  if (!top.angle) return top.shot || top.included ? null : notSighted(aim);
  const low = lowAngle(u);
  if (!low.ok) return low;
  const distance = byPoleAt(u.pole, u.pole.top, low.value.markHeight);
  return byPair(aim, a, { method: 'pole', top: top.angle, ...low.value, distance });
};

/** The level distance at which a pole would be seen as it was. */
export function byPoleAt(pole: Pole, top: NonNullable<Pole['top']>, markHeight: number): Reckoning {
  return {
    terms: {
      pole: { value: pole.length, sigma: pole.sigma, source: pole },
      'pole-sight': angleTerm(top),
    },
    of: (v, stem) =>
      distanceByPole(
        metres(at(v, 'pole')),
        { base: tangent(Math.tan(at(v, 'base-sight'))), poleTop: tangent(Math.tan(at(v, 'pole-sight'))), markHeight },
        stem,
      ),
  };
}
