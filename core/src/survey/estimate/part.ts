import { DomainError, requireAbove } from '../../units';
import { meanOf, type PartEstimate } from './estimate';

/** From so much of the area on, the standard error is made smaller. */
const MUCH = 0.05;

/** A share of an area that was looked at, 0 to 1; rounding of a whole one is taken as whole. */
function shareOf(sampled: number, area: number | null, what: string): number {
  if (area === null) return 0;
  requireAbove('area', area);
  const share = sampled / area;
  if (share > 1 + 1e-9)
    throw new DomainError('out-of-range', 'area', area, `at least what its ${what} cover together, ${sampled}: one of the two is wrong`);
  return Math.min(1, share);
}

/**
 * The mean over plots of one size, or over points.
 * @param values of each plot, per unit of land; an empty plot is 0
 * @param finite what the plots cover together and the area they lie in, in one unit: over 5 % of it the standard error is
 *   made smaller; null for points, which cover no area
 * @returns the mean with its variance; without one of a single plot
 * @throws DomainError `out-of-range` without a plot, or where plots cover more than the area
 */
export function meanOverPlots(
  values: readonly number[],
  finite: { readonly sampled: number; readonly area: number | null } | null = null,
): PartEstimate {
  const n = values.length;
  const { mean, s } = meanOf(values);
  const share = finite ? shareOf(finite.sampled, finite.area, 'plots') : 0;
  const corrected = share > MUCH;
  const variance = s === null ? null : (s ** 2 / n) * (corrected ? 1 - share : 1);
  return { n, mean, s, variance, df: s === null ? null : n - 1, corrected, sampled: share };
}

/**
 * The ratio over strips of unequal length: R = Σy/Σa, its variance Σ(y − R·a)²/(n(n − 1)) over the square of the mean area.
 * @param sums of each strip
 * @param areas of each strip, above 0
 * @param land they lie in, in the same unit; null where nobody said
 * @returns per unit of area
 * @throws DomainError `out-of-range`, also where strips cover more than their land
 * @source Cochran, Sampling Techniques, ch. 6
 */
export function ratioOverStrips(sums: readonly number[], areas: readonly number[], land: number | null = null): PartEstimate {
  for (const a of areas) requireAbove('area of a strip', a);
  shareOf(
    areas.reduce((sum, a) => sum + a, 0),
    land,
    'strips',
  );
  return ratioOf(sums, areas);
}

function ratioOf(sums: readonly number[], bases: readonly number[]): PartEstimate {
  const n = sums.length;
  const { mean: meanBase } = meanOf(bases);
  const mean = meanOf(sums).mean / meanBase;
  const squares = sums.reduce((sum, y, i) => sum + (y - mean * (bases[i] as number)) ** 2, 0);
  const variance = n === 1 ? null : squares / (n * (n - 1)) / meanBase ** 2;
  return { n, mean, s: null, variance, df: n === 1 ? null : n - 1, corrected: false, sampled: 0 };
}

/**
 * Points that were only counted between measured ones: the mean basal area of all points, times what the measured ones have
 * of something for each basal area; relative variances added, degrees of freedom after Satterthwaite.
 * @param measured basal area and the wanted quantity of each measured point, per unit of land
 * @param counted basal area of each point that was only counted
 * @returns null where the measured points have no basal area, so that there is no ratio
 * @throws DomainError `out-of-range` without a measured point
 * @source Bell & Alexander 1957; Bruce 1961
 */
export function throughCounts(
  measured: readonly { readonly basalArea: number; readonly value: number }[],
  counted: readonly number[],
): PartEstimate | null {
  const areas = measured.map((p) => p.basalArea);
  const all = meanOverPlots([...areas, ...counted]);
  if (all.mean === 0 && measured.every((p) => p.value === 0)) return all;
  if (!areas.some((g) => g > 0)) return null;
  const ratio = ratioOf(
    measured.map((p) => p.value),
    areas,
  );
  const mean = all.mean * ratio.mean;
  const shares = [all, ratio].map(({ variance, mean: m }) => (variance === null ? null : variance / m ** 2));
  const [ofAll, ofRatio] = shares as [number | null, number | null];
  const base = { n: all.n, mean, s: null, corrected: false, sampled: 0 };
  if (ofAll === null || ofRatio === null || all.df === null || ratio.df === null || mean === 0)
    return { ...base, variance: null, df: null };
  const share = ofAll + ofRatio;
  const spread = ofAll ** 2 / all.df + ofRatio ** 2 / ratio.df;
  return { ...base, variance: share * mean ** 2, df: spread > 0 ? share ** 2 / spread : all.df };
}
