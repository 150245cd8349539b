import { DomainError } from '../../units';
import { tOf } from './student-t';

/** Why a mean has no interval. */
export type NoInterval = 'one-plot' | 'stratum-of-one-plot' | 'curve-unsure';

/** A mean over plots, with how sure it is. Shares are shares, not per cent. */
export interface Estimate {
  /** Plots, points or strips it rests on. */
  readonly n: number;
  readonly mean: number;
  /** Standard deviation between plots; null of several strata, of one plot, and of a ratio. */
  readonly s: number | null;
  /** s over mean; null where there is no s or the mean is 0. */
  readonly cv: number | null;
  readonly standardError: number | null;
  /** Degrees of freedom; a fraction where strata are combined. */
  readonly df: number | null;
  readonly t: number | null;
  /** t times the standard error. */
  readonly halfWidth: number | null;
  readonly lower: number | null;
  readonly upper: number | null;
  /** Half-width over mean; null where the mean is 0. */
  readonly samplingError: number | null;
  /** Whether the standard error was made smaller because much of the area was looked at. */
  readonly corrected: boolean;
  /** How much of the area was looked at; 0 where nobody said how large it is, and of points. */
  readonly sampled: number;
  readonly noInterval: NoInterval | null;
}

/** What a sample said of one part of the land. */
export interface PartEstimate {
  readonly n: number;
  readonly mean: number;
  readonly s: number | null;
  /** Of the mean; null where one plot alone was looked at. */
  readonly variance: number | null;
  readonly df: number | null;
  readonly corrected: boolean;
  readonly sampled: number;
}

/**
 * A part's mean with its interval.
 * @param confidence as a share, above 0 and below 1
 * @param noInterval why there is none, where the variance is missing
 * @returns the mean with its standard error and interval, or without both and why
 * @throws DomainError `out-of-range`
 */
export function withInterval(part: PartEstimate, confidence: number, noInterval: NoInterval = 'one-plot'): Estimate {
  const { n, mean, s, variance, df, corrected, sampled } = part;
  const cv = s === null || mean === 0 ? null : s / Math.abs(mean);
  const base = { n, mean, s, cv, df, corrected, sampled };
  if (variance === null || df === null)
    return { ...base, standardError: null, t: null, halfWidth: null, lower: null, upper: null, samplingError: null, noInterval };
  const standardError = Math.sqrt(variance);
  // what does not vary is not made surer by a quantile; an infinite one is none
  const t = df > 0 ? tOf(confidence, df) : null;
  const halfWidth = t === null ? 0 : t * standardError;
  return {
    ...base,
    standardError,
    t,
    halfWidth,
    lower: mean - halfWidth,
    upper: mean + halfWidth,
    samplingError: mean === 0 ? null : halfWidth / Math.abs(mean),
    noInterval: null,
  };
}

/** Mean and standard deviation (n − 1) of some values; s is null of one. */
export function meanOf(values: readonly number[]): { readonly mean: number; readonly s: number | null } {
  const n = values.length;
  if (n === 0) throw new DomainError('out-of-range', 'number of plots', 0, 'at least one');
  const mean = values.reduce((a, b) => a + b, 0) / n;
  if (!Number.isFinite(mean)) throw new DomainError('not-finite', 'value of a plot', mean, 'it must be a finite number');
  if (n === 1) return { mean, s: null };
  const squares = values.reduce((sum, v) => sum + (v - mean) ** 2, 0);
  return { mean, s: Math.sqrt(squares / (n - 1)) };
}
