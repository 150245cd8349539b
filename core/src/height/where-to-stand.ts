import { type Metres, metres, requireAbove, requireFinite, requireLength, type Tangent, tangent } from '../units';
import { angleError } from './angle-error';
import { crownOvershoot } from './crown-overshoot';

export interface Standing {
  /** Of the target above the ground reference, metres. */
  readonly height: Metres;
  readonly eyeHeight: Metres;
  /** Of the ground, positive uphill from the eye to the tree. */
  readonly slope: Tangent;
  /** Error of a distance, as a share of it. */
  readonly distanceShare: number;
  /** Error of one sight, radians. */
  readonly angle: number;
  /** Standard deviation of the tip's offset, metres. */
  readonly tipOffset: number;
  readonly crown: { readonly halfWidth: Metres; readonly depth: Metres } | null;
  /** How far one can see, or step back, metres; null where nothing hinders. */
  readonly farthest: Metres | null;
  /** The steepest tangent the scale shows; null where it goes as far as needed. */
  readonly scaleEnd: Tangent | null;
}

export type StandLimit = 'steep' | 'near' | 'farthest' | 'scale-end' | 'crown';
export interface StandAdvice {
  readonly distance: Metres;
  /** Standard error to expect there, the crown's overshoot in it. */
  readonly sigma: Metres;
  /** What keeps one from standing nearer or farther. */
  readonly limits: readonly StandLimit[];
}

/** Past this a small slip of the angle moves the height a lot. */
export const STEEPEST = tangent(Math.sqrt(3));
/** No tree is taller: what comes out taller follows from a slip, and no place would help it. */
const TALLEST = 150;
/** A place is as good as the best one when its error is within this share of it: the nearer one saves the walk. */
const AS_GOOD = 1.05;

/**
 * The error to expect of a height by two sights from a distance, a broad crown's overshoot included.
 * @param s the tree, the ground and the instruments
 * @param distance level, metres, above 0
 * @returns metres
 */
export function sigmaFrom(s: Standing, distance: Metres): Metres {
  requireAbove('height', s.height);
  requireLength('distance', distance);
  requireFinite('ground slope', s.slope);
  const { top, base } = sightsFrom(s, distance);
  const { sigma } = angleError(
    { distanceTop: distance, distanceBase: distance, top, base, markHeight: metres(0) },
    { distance: distance * s.distanceShare, top: s.angle, base: s.angle, tipOffset: s.tipOffset },
  );
  return metres(Math.hypot(sigma, s.crown ? crownOvershoot(s.crown, top) : 0));
}

function sightsFrom(s: Standing, distance: number) {
  const base = s.slope - s.eyeHeight / distance;
  return { base: tangent(base), top: tangent(base + s.height / distance) };
}

/**
 * Where to stand: the nearest place that is good enough, else the nearest one whose error is hardly larger than the least
 * there is; between half a tree length and two and a half, never where the sight is past 60° or off the scale, never farther than one can go. Nowhere for a height that no tree has.
 * @param s the tree, the ground and the instruments
 * @param step distances are rounded to this, metres
 * @param enough the error that is good enough, metres; null where as little as can be is wanted
 * @returns the place, its error and what limits it; null where no place fits all limits
 * @throws DomainError `out-of-range`, `not-finite`
 * @source the first-order error of the tangent method as a function of distance
 * @example whereToStand({ height: metres(20), eyeHeight: metres(1.6), slope: tangent(0), distanceShare: 0.01, angle: 0.004, tipOffset: 0.5, crown: null, farthest: null, scaleEnd: null })?.distance // 31
 */
export function whereToStand(s: Standing, step: Metres = metres(1), enough: Metres | null = null): StandAdvice | null {
  if (s.height > TALLEST) return null;
  const [from, to] = [Math.ceil(s.height / 2 / step), Math.floor((2.5 * s.height) / step)];
  const places: { distance: Metres; sigma: Metres }[] = [];
  const limits = new Set<StandLimit>();
  for (let i = Math.max(1, from); i <= to; i++) {
    const distance = metres(i * step);
    const { top } = sightsFrom(s, distance);
    if (top > STEEPEST) limits.add('steep');
    else if (s.scaleEnd !== null && Math.abs(top) > s.scaleEnd) limits.add('scale-end');
    else if (s.farthest !== null && distance > s.farthest + 1e-9) limits.add('farthest');
    else places.push({ distance, sigma: sigmaFrom(s, distance) });
  }
  if (places.length === 0) return null;
  const least = Math.min(...places.map((p) => p.sigma));
  const wanted = Math.max(least * AS_GOOD, enough ?? 0);
  const best = places.find((p) => p.sigma <= wanted) as (typeof places)[number];
  const bound: StandLimit[] = [];
  if (limits.has('farthest') && best === places.at(-1)) bound.push('farthest');
  if (best === places[0]) bound.push(limits.has('steep') ? 'steep' : limits.has('scale-end') ? 'scale-end' : 'near');
  if (s.crown) bound.push('crown');
  return { ...best, limits: bound };
}
