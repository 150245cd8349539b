import { answer } from '../../units';
import type { Sight, StationResult } from '../result';
import { at, type Reckoning, type Sighting } from './define';

/** Two shots along the line of sight. */
export const lineShots: Sighting = { fits: (_, top, base) => Boolean(top.line && base.line), reckon: byLowerShot };

/** Where the lower shot itself tells how far the stem is, its errors go with the height's. */
export function byLowerShot(station: StationResult, _: Sight, base: Sight): Reckoning {
  if (!base.line || station.distanceBy !== 'shot') return byDistance(station);
  const half = station.distance - base.line.distance / Math.sqrt(1 + base.t * base.t);
  return { terms: {}, of: (v) => answer(at(v, 'base-shot') * Math.cos(at(v, 'base-sight')) + half) };
}

/** A distance that was read by itself. */
export const byDistance = (station: StationResult): Reckoning => ({
  terms: { distance: { value: station.distance, sigma: station.distanceSigma } },
  of: (v) => answer(at(v, 'distance')),
});
