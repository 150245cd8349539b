import { type Answer, answer, type Metres, noAnswer, requireFinite, requireLength, type Tangent } from '../units';

/** Sights to tip and base from one of the two stations, rise over run, up positive. */
export interface StationSights {
  readonly top: Tangent;
  readonly base: Tangent;
  /** Height of what the lower sight met above the ground reference, metres; 0, the base itself, when left out. */
  readonly markHeight?: number;
}
export interface TwoStations {
  readonly height: Metres;
  /** Horizontal distance from the near station to the tree. */
  readonly distance: Metres;
  /** How many times a share of error of the nearer sights grows on its way to the distance: 1 for a baseline without end. */
  readonly leverage: number;
}

/**
 * Height of a tree that can't be reached, from two stations in line with it; the eye may be at different levels.
 * @param near sights from the nearer station
 * @param far sights from the farther one
 * @param baseline horizontal distance between the stations, metres, above 0
 * @returns height and distance; no answer when the sights hardly differ, or grow with the distance
 * @throws DomainError `out-of-range`, `not-finite`
 * @source Δ = t_top − t_low; D₁ = (B·Δ₂ + m₂ − m₁)/(Δ₁ − Δ₂), H = m₁ + D₁·Δ₁, m the heights of the marks sighted
 */
export function byTwoStations(near: StationSights, far: StationSights, baseline: Metres): Answer<TwoStations> {
  requireLength('baseline', baseline);
  for (const t of [near.top, near.base, far.top, far.base]) requireFinite('sight', t);
  const [n, f] = [near.top - near.base, far.top - far.base];
  if (!(n > 0 && f > 0)) return noAnswer('top-below-base', 'From each station the tip must come out above the base: check the signs.');
  if (n - f < 1e-9)
    return noAnswer(
      'no-parallax',
      'The sights from both stations are the same, or grow with the distance: stations farther apart are needed.',
    );
  const [m, farMark] = [near.markHeight ?? 0, far.markHeight ?? 0];
  const distance = (baseline * f + farMark - m) / (n - f);
  if (!(distance > 0))
    return noAnswer('no-parallax', 'With these marks no distance fits the sights of both stations: check the sights and the marks.');
  const height = m + distance * n;
  if (!(height > 0)) return noAnswer('top-below-base', 'The tip does not come out above the ground reference: check the marks.');
  return answer({ height: height as Metres, distance: distance as Metres, leverage: n / (n - f) });
}
