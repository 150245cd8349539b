import { requireAbove, requireFrom } from '../../units';
import type { Estimate } from './estimate';
import { tOf } from './student-t';

/** Nobody measures more plots: whoever needs more is told so, and not how many. */
const MOST_PLOTS = 1_000_000;
/** How many plots are needed in all; `beyond` where more than a million are. */
export type NeededPlots = number | 'beyond';

/**
 * How many plots in all a sampling error needs: the smallest n with t(n − 1)·CV/√n ≤ E. By search, as the usual iteration
 * goes round in circles.
 * @param cv coefficient of variation, as a share, from 0
 * @param error sampling error that is wanted, as a share, above 0
 * @param confidence as a share, above 0 and below 1
 * @returns at least 2
 * @throws DomainError `out-of-range`
 * @example neededPlots(0.164, 0.1, 0.95) // 13
 */
export const neededPlots = (cv: number, error: number, confidence: number): NeededPlots => search(cv, error, (n) => tOf(confidence, n - 1));

/**
 * The same from a survey that is under way, strata or not: what its plots come to, with more of them spread alike.
 * @param estimate of its plots so far
 * @param error sampling error that is wanted, as a share, above 0
 * @param confidence as a share, above 0 and below 1
 * @returns null where it has no interval yet, or nothing to be a share of
 */
export function plotsInAll({ n, mean, standardError, df }: Estimate, error: number, confidence: number): NeededPlots | null {
  if (standardError === null || df === null || mean === 0 || n < 2) return null;
  const cv = (standardError * Math.sqrt(n)) / Math.abs(mean);
  if (Number.isNaN(cv)) return null;
  const perPlot = df > 0 ? df / (n - 1) : 1;
  return cv === Number.POSITIVE_INFINITY ? 'beyond' : search(cv, error, (m) => tOf(confidence, perPlot * (m - 1)));
}

function search(cv: number, error: number, t: (n: number) => number): NeededPlots {
  requireFrom('coefficient of variation', cv);
  requireAbove('sampling error', error);
  const enough = (n: number) => t(n) * cv <= error * Math.sqrt(n);
  if (!enough(MOST_PLOTS)) return 'beyond';
  let most = 2;
  while (!enough(most)) most *= 2;
  // t(n)/√n only falls: halve what lies between
  let [low, high] = [Math.max(2, most / 2), Math.min(most, MOST_PLOTS)];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (enough(middle)) high = middle;
    else low = middle + 1;
  }
  return high;
}
