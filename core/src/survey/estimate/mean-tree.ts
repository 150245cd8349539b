import { requireFrom } from '../../units';
import { type Estimate, meanOf, withInterval } from './estimate';

/**
 * The mean tree of a sample times a density from elsewhere (imagery, another survey): their relative errors squared and
 * added.
 * @param values of each tree of the sample
 * @param density trees of a unit of land
 * @param densityError its standard error, from 0
 * @param confidence as a share, above 0 and below 1
 * @returns per the same unit of land; the degrees of freedom are the trees', after Satterthwaite with a density as sure as
 *   it says
 * @throws DomainError `out-of-range`
 */
export function meanTreeTimesDensity(
  values: readonly number[],
  density: number,
  densityError: number,
  confidence: number,
): { readonly meanTree: number; readonly meanTreeError: number | null; readonly perLand: Estimate } {
  requireFrom('density', density);
  requireFrom('standard error of the density', densityError);
  const { mean, s } = meanOf(values);
  const n = values.length;
  const meanTreeError = s === null ? null : s / Math.sqrt(n);
  const own = meanTreeError === null ? null : (meanTreeError * density) ** 2;
  const elsewhere = (mean * densityError) ** 2;
  const variance = own === null ? null : own + elsewhere;
  const df = own === null || variance === null ? null : own > 0 ? (variance ** 2 / own ** 2) * (n - 1) : n - 1;
  return {
    meanTree: mean,
    meanTreeError,
    perLand: withInterval({ n, mean: mean * density, s: null, variance, df, corrected: false, sampled: 0 }, confidence),
  };
}
