import { type Answer, answer, DomainError, type Metres, noAnswer, requireAbove, requireFinite, type Tangent } from '../units';

export interface LeaningSights {
  /** Level distance from the eye to the foot of the stem, metres, above 0. */
  readonly distance: Metres;
  /** Sight to the target. */
  readonly top: Tangent;
  /** How high the lower sight's point lies over the eye, metres, up positive: D·t_base. */
  readonly low: number;
  /** Height of that point above the ground reference, metres. */
  readonly markHeight: Metres;
  /** Lean of the stem from foot to target, radians from plumb, from 0 to under π/2. */
  readonly lean: number;
  readonly toward: 'eye' | 'away' | 'side';
}

/**
 * Vertical height of a point on a leaning stem: the lean carries it nearer, farther or aside by H·tan λ, and the sight's
 * tangent belongs to where it hangs, not to the foot.
 * @param s sights and the lean as seen from the station
 * @returns metres; no answer when the sight runs along the lean or the target does not come out above the reference
 * @throws DomainError `out-of-range`, `not-finite`
 * @source H = h_m + D_t·t − low with D_t = D ∓ H·tan λ, or √(D² + H²·tan² λ) for a lean to the side
 */
export function byLeaning(s: LeaningSights): Answer<Metres> {
  requireAbove('distance', s.distance);
  requireFinite('sight', s.top);
  if (!(s.lean >= 0 && s.lean < Math.PI / 2)) throw new DomainError('out-of-range', 'lean', s.lean, 'from 0 to under π/2 radians (90°)');
  const k = Math.tan(s.lean);
  const foot = s.markHeight - s.low;
  const height = s.toward === 'side' ? aside(s, k, foot) : (foot + s.distance * s.top) / (1 + (s.toward === 'eye' ? k : -k) * s.top);
  if (!Number.isFinite(height)) return noAnswer('along-the-lean', 'The sight runs along the leaning stem: stand to its side.');
  if (!(height > 0)) return noAnswer('top-below-base', 'The target does not come out above the base: check the signs and the lean.');
  return answer(height as Metres);
}

/** (H − foot)² = t²·(D² + H²k²), the root on the side the sight points to. */
function aside({ distance, top }: LeaningSights, k: number, foot: number): number {
  const a = 1 - (top * k) ** 2;
  if (a <= 0) return Number.NaN;
  const root = foot * foot - a * (foot * foot - (top * distance) ** 2);
  return (foot + Math.sign(top) * Math.sqrt(root)) / a;
}
