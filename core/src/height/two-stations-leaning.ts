import { type Answer, answer, type Metres, metres, noAnswer } from '../units';
import { byTwoStations, type StationSights } from './by-two-stations';
import { byLeaning, type LeaningSights } from './leaning';

/** Where the tip hangs beside the foot: a lean of the whole stem, and its own offset toward (below 0) or away from the eyes, metres. */
export interface TipPlace extends Pick<LeaningSights, 'lean' | 'toward'> {
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
  if (tip.lean === 0 && tip.offset === 0) return answer(plumb.value.distance);
  const seen = ({ top, base }: StationSights, distance: number) => {
    // under the tip, or past it, nobody sights it
    if (!(distance + tip.offset > 0)) return Number.NaN;
    const height = byLeaning({
      ...tip,
      distance: metres(distance + tip.offset),
      top,
      low: distance * base,
      markHeight: metres(0),
    });
    return height.ok ? height.value : Number.NaN;
  };
  const apart = (distance: number) => seen(near, distance) - seen(far, distance + baseline);
  let [a, b] = [plumb.value.distance as number, plumb.value.distance * 1.001];
  let [fa, fb] = [apart(a), apart(b)];
  for (let i = 0; i < 50 && Math.abs(fb) > 1e-12 * plumb.value.height; i++) {
    const next = b - (fb * (b - a)) / (fb - fa);
    [a, fa] = [b, fb];
    [b, fb] = [next, apart(next)];
    if (!Number.isFinite(fb) || fb === fa) break;
  }
  if (!(b > 0 && Math.abs(fb) <= 1e-6 * plumb.value.height))
    return noAnswer('no-convergence', 'With this lean no distance fits the sights of both stations: check them and the lean.');
  return answer(metres(b));
}
