/// <reference path="./jstat.d.ts" />
import jstat from 'jstat';
import { DomainError, requireAbove } from '../../units';

const { studentt } = jstat.jStat;

/**
 * How many standard errors either side hold the true value with a confidence, of a normal mean whose variance is estimated.
 * @param confidence as a share, above 0 and below 1
 * @param df degrees of freedom, above 0; a fraction is taken as it is
 * @returns the two-sided quantile of Student's t
 * @throws DomainError `out-of-range`
 * @source Student 1908, by the incomplete beta function
 */
export function tOf(confidence: number, df: number): number {
  if (!(confidence > 0 && confidence < 1))
    throw new DomainError('out-of-range', 'confidence', confidence, 'it must be above 0 and below 1: nothing measured is sure');
  requireAbove('degrees of freedom', df);
  const key = `${confidence} ${df}`;
  const known = KNOWN.get(key);
  if (known !== undefined) return known;
  const t = quantile((1 + confidence) / 2, df);
  if (KNOWN.size > MOST_KNOWN) KNOWN.clear();
  KNOWN.set(key, t);
  return t;
}
/** The same few are asked for again and again: each figure of a survey has the same plots. */
const KNOWN = new Map<string, number>();
const MOST_KNOWN = 10_000;

function quantile(p: number, df: number): number {
  const start = studentt.inv(p, df);
  // the library stops at eight figures: one step of Newton's gives the rest
  const step = (studentt.cdf(start, df) - p) / studentt.pdf(start, df);
  return Number.isFinite(step) && Math.abs(step) < 1e-3 * (1 + start) ? start - step : start;
}
