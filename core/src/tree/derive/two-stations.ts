import { twoStationsLeaning } from '../../height/index';
import { metres, tangent } from '../../units';
import type { Lean, Sight, StationResult } from '../result';
import { at, type Reckoning, type Sighting } from './define';

type Far = NonNullable<StationResult['far']>;

/** A second station in line with the tree finds the distance. */
export const twoStations: Sighting = {
  fits: (station, _, base) => station.far !== null && !base.line,
  reckon(station, _, __, isTip) {
    const { terms, of } = byFarSights(station.far as Far, isTip ? 'top-sight' : 'near-tip', station.lean);
    // the tip's sight helps to find the distance, whatever else is sighted with it
    const tip = station.tops.tip as Sight;
    return { terms: isTip ? terms : { ...terms, 'near-tip': { value: Math.atan(tip.t), sigma: tip.sigma } }, of };
  },
};

/**
 * The level distance of the nearer station from the sights of both.
 * @param near under which name the nearer sight to the tip stands among the values
 */
export function byFarSights(far: Far, near: 'top-sight' | 'near-tip', lean: Lean | null): Reckoning {
  const t = (angle: number) => tangent(Math.tan(angle));
  return {
    terms: {
      baseline: { value: far.baseline, sigma: far.sigma },
      'far-tip': { value: Math.atan(far.top.t), sigma: far.top.sigma },
      'far-base': { value: Math.atan(far.base.t), sigma: far.base.sigma },
    },
    of: (v) =>
      twoStationsLeaning(
        { top: t(at(v, near)), base: t(at(v, 'base-sight')) },
        { top: t(at(v, 'far-tip')), base: t(at(v, 'far-base')) },
        metres(at(v, 'baseline')),
        { lean: Math.abs(at(v, 'lean')), toward: lean?.toward ?? 'side', offset: at(v, 'tip-offset') },
      ),
  };
}
