import { byPole } from '../../height/index';
import { metres, type Tangent, tangent } from '../../units';
import type { Sight, StationResult } from '../result';
import { at, type Reckoning, type Sighting } from './define';

/** A pole of known length at the base finds the distance. */
export const pole: Sighting = {
  fits: (station, _, base) => station.pole !== null && !base.line,
  reckon: (station) => byPoleAt(station.pole as NonNullable<StationResult['pole']>),
};

/** The level distance at which a pole would be seen as it was. */
export function byPoleAt(pole: { readonly length: number; readonly sigma: number; readonly top: Sight }): Reckoning {
  const t = (angle: number, more = 0): Tangent => tangent(Math.tan(angle) + more);
  return {
    terms: {
      pole: { value: pole.length, sigma: pole.sigma },
      'pole-sight': { value: Math.atan(pole.top.t), sigma: pole.top.sigma },
    },
    // the height that a tip one level distance above its base would have is that distance
    of: (v) => byPole(metres(at(v, 'pole')), t(at(v, 'base-sight'), 1), t(at(v, 'base-sight')), t(at(v, 'pole-sight'))),
  };
}
