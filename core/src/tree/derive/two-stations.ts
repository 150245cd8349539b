import { twoStationsLeaning } from '../../height/index';
import { metres, tangent } from '../../units';
import { type FarStation, seenOf } from '../setup';
import { angleTerm, at, notSighted, type Reckoning, type Way } from './define';
import { byPair, lowAngle } from './sighted';

/** A second station in line with the tree finds the distance. */
export const twoStations: Way = (aim, a) => {
  const { u } = a;
  if (!u.far) return null;
  if (!u.far.ok) return aim === 'tip' || seenOf(u, aim).angle ? u.far : null;
  const [top, tip] = [seenOf(u, aim), seenOf(u, 'tip').angle];
  if (!top.angle) return top.shot || top.included ? null : notSighted(aim);
  if (!tip) return notSighted('tip');
  const low = lowAngle(u);
  if (!low.ok) return low;
  const { markHeight } = low.value;
  const isTip = aim === 'tip';
  const { terms, of } = byFarSights(u.far.value, isTip ? 'top-sight' : 'near-tip', markHeight);
  // the tip's sight helps to find the distance, whatever else is sighted with it
  const own = isTip ? terms : { ...terms, 'near-tip': angleTerm(tip) };
  return byPair(aim, a, { method: 'two-stations', top: top.angle, ...low.value, distance: { terms: own, of } });
};

/**
 * The level distance of the nearer station from the sights of both.
 * @param near under which name the nearer sight to the tip stands among the values
 * @param markHeight of what the nearer low sight met
 */
export function byFarSights(far: FarStation, near: 'top-sight' | 'near-tip', markHeight: number): Reckoning {
  const t = (angle: number) => tangent(Math.tan(angle));
  return {
    terms: {
      baseline: { value: far.baseline, sigma: far.sigma, source: far },
      'far-tip': angleTerm(far.top),
      'far-base': angleTerm(far.base),
    },
    of: (v, stem) =>
      twoStationsLeaning(
        { top: t(at(v, near)), base: t(at(v, 'base-sight')), markHeight },
        { top: t(at(v, 'far-tip')), base: t(at(v, 'far-base')), markHeight: far.markHeight },
        metres(at(v, 'baseline')),
        { stem, offset: at(v, 'tip-offset') },
      ),
  };
}
