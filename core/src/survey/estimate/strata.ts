import { DomainError, requireAbove } from '../../units';
import { type Estimate, type PartEstimate, withInterval } from './estimate';

/** One stratum with what its sample said. */
export interface SampledStratum {
  /** In any one unit, the same for all. */
  readonly area: number;
  readonly part: PartEstimate;
}

/**
 * The mean over strata, each weighing as its area: variance ΣW²s²/n, degrees of freedom after Satterthwaite. One stratum is
 * itself.
 * @param confidence as a share, above 0 and below 1
 * @returns without an interval where one stratum has one plot
 * @throws DomainError `out-of-range` without a stratum, or for an area that is none
 * @source Cochran, Sampling Techniques, 5.4; Satterthwaite 1946
 */
export function overStrata(strata: readonly SampledStratum[], confidence: number): Estimate {
  const [first] = strata;
  if (!first) throw new DomainError('out-of-range', 'number of strata', 0, 'at least one');
  if (strata.length === 1) return withInterval(first.part, confidence);
  for (const { area } of strata) requireAbove('area of a stratum', area);
  const whole = strata.reduce((sum, s) => sum + s.area, 0);
  let [n, mean, variance, spread, sampled] = [0, 0, 0, 0, 0];
  let lone = false;
  for (const { area, part } of strata) {
    const share = area / whole;
    n += part.n;
    mean += share * part.mean;
    sampled += share * part.sampled;
    if (part.variance === null || part.df === null) {
      lone = true;
      continue;
    }
    const own = share ** 2 * part.variance;
    variance += own;
    if (part.df > 0) spread += own ** 2 / part.df;
  }
  const corrected = strata.some((s) => s.part.corrected);
  const base = { n, mean, s: null, corrected, sampled };
  if (lone) return withInterval({ ...base, variance: null, df: null }, confidence, 'stratum-of-one-plot');
  // where nothing varies the plots beyond one a stratum are what is known
  const df = spread > 0 ? variance ** 2 / spread : n - strata.length;
  return withInterval({ ...base, variance, df }, confidence);
}
