import { DomainError, requireAbove } from '../units';
import { type Sums, sumsOf, varianceOf } from './sums';

/** The same thing read by two tools, the second the more trustworthy. */
export interface ReadingPair {
  readonly read: number;
  readonly reference: number;
}

/** What a person's pairs say of one tool, as shares of the reading. */
export interface ToolRecord {
  readonly pairs: number;
  /** Mean of read/reference − 1: above 0 the tool reads too much. */
  readonly bias: number;
  /** Standard error of that mean (n − 1); null with a single pair. */
  readonly biasSigma: number | null;
  /** Error to expect of one reading, bias included: the mean square of the pairs beside that of the typical error. */
  readonly sigma: number;
}

/** How many pairs the typical error weighs as much as. */
export const TYPICAL_WEIGHT = 5;

/**
 * A person's own error with a tool, from paired readings. Few pairs leave it near the typical error, many replace it.
 * The error holds the bias: a reading is never shifted by it.
 * @param pairs in any unit, each above 0; none gives the typical error back
 * @param typical the tool's typical error, as a share, above 0
 * @returns bias and error as shares
 * @throws DomainError `out-of-range`
 * @source shrinkage of a mean square about 0 toward its prior, as with an inverse-gamma prior worth five readings
 * @example pairedError([], 0.05).sigma // 0.05
 */
export function pairedError(pairs: readonly ReadingPair[], typical: number): ToolRecord {
  const ratios = pairs.map((p) => {
    if (!(p.read > 0 && p.reference > 0)) throw new DomainError('out-of-range', 'paired reading', p.read, 'both must be above 0');
    return ratioOf(p);
  });
  return pairedErrorOf(sumsOf(ratios), typical);
}

/**
 * What a pair says of the tool.
 * @returns read over reference, less 1: above 0 the tool reads too much
 * @example ratioOf({ read: 33, reference: 30 }) // 0.1
 */
export const ratioOf = ({ read, reference }: ReadingPair): number => read / reference - 1;

/**
 * The same from sums of the pairs.
 * @param ratios sums of `ratioOf`; of none gives the typical error back
 * @param typical the tool's typical error, as a share, above 0
 * @returns bias and error as shares
 * @throws DomainError `out-of-range`
 * @source as `pairedError`
 * @example pairedErrorOf(sumsOf([0.1, 0.1]), 0.05).bias // 0.1
 */
export function pairedErrorOf(ratios: Sums, typical: number): ToolRecord {
  requireAbove('typical error', typical);
  const { n, sum, squares } = ratios;
  const sigma = Math.sqrt((TYPICAL_WEIGHT * typical * typical + squares) / (TYPICAL_WEIGHT + n));
  const variance = varianceOf(ratios);
  return { pairs: n, bias: n === 0 ? 0 : sum / n, biasSigma: variance === null ? null : Math.sqrt(variance / n), sigma };
}
