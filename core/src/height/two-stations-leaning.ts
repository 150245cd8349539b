import { type Answer, answer, type Metres, metres, noAnswer } from '../units';
import { byTwoStations, type StationSights } from './by-two-stations';
import { byLeaning, eyeOver, type LeaningStem } from './leaning';
import { secant } from './secant';

/** Where the tip hangs beside the foot: a lean of the whole stem, and its own offset toward (below 0) or away from the eyes, metres. */
export interface TipPlace {
  readonly stem: LeaningStem;
  readonly offset: number;
}

/**
 * Distance from the nearer of two stations to a tree whose tip does not hang over its foot: the distance at which both
 * stations see the same height.
 * @param near sights from the nearer station
 * @param far sights from the farther one
 * @param baseline level, metres, above 0
 * @param tip where the tip hangs
 * @returns metres; no answer when the sights hardly differ, or no distance fits both stations
 * @throws DomainError `out-of-range`, `not-finite`
 * @source the two-station equations with the tip at D + x; the root by the secant method from the plumb tree's distance
 */
export function twoStationsLeaning(near: StationSights, far: StationSights, baseline: Metres, tip: TipPlace): Answer<Metres> {
  const plumb = byTwoStations(near, far, baseline);
  if (!plumb.ok) return plumb;
  const { stem, offset } = tip;
  if (stem.angle === 0 && offset === 0) return answer(plumb.value.distance);
  const seen = ({ top, base, markHeight = 0 }: StationSights, distance: number) => {
    // under the tip, or past it, nobody sights it
    if (!(distance + offset > 0)) return Number.NaN;
    const height = byLeaning({ distance: metres(distance + offset), top, eye: eyeOver(distance, base, markHeight, stem), stem });
    return height.ok ? height.value : Number.NaN;
  };
  const found = secant((d) => seen(near, d) - seen(far, d + baseline), plumb.value.distance);
  if (found === null || !(found > 0))
    return noAnswer('no-convergence', 'With this lean no distance fits the sights of both stations: check them and the lean.');
  return answer(metres(found));
}
