import { DomainError, type Metres, metres, requireAbove } from '../units';

/** One determination of a height, with its standard error. */
export interface Determined {
  readonly value: number;
  readonly sigma: number;
  /** The error by which it is weighted, where that is not its own: one that follows the value pulls the mean to one side. */
  readonly weighed?: number;
}
export interface Combined {
  readonly value: Metres;
  /** Of the mean, with what the determinations share; widened where they disagree. */
  readonly sigma: Metres;
  /** Standard deviation of the determinations about their plain mean, n − 1. */
  readonly spread: Metres;
  /** Whether they lie within each other's errors: chance alone would pass them in 99 of 100 trees. */
  readonly agree: boolean;
  /** How far they lie apart, over what chance passes in 99 of 100 trees: up to 1 they agree. */
  readonly strain: number;
  /** Which one is out of line: the one without which the others agree best. Null where they agree, or where two can't tell. */
  readonly odd: number | null;
  /** The one that is surer by itself than the mean; null where none is. */
  readonly best: number | null;
}

/** What two determinations have in common, square metres. Where it is not known how much, what is safe for each question differs. */
export interface Shared {
  /** As it counts for the error of the mean: the most there may be. */
  readonly mean: number;
  /** As it counts for their difference: the least. */
  readonly apart: number;
}
const NOTHING_SHARED: Shared = { mean: 0, apart: 0 };

/**
 * Several determinations of one height: their mean, each weighted by one over its error squared. Where they disagree the
 * error is widened to what they show; none is left out.
 * @param all two or more, errors above 0
 * @param shared covariance of two of them; independent when left out
 * @returns metres
 * @throws DomainError `out-of-range` for fewer than two, or an error that is not above 0
 * @source variance of a weighted mean wᵀCw; their agreement by chi-square of their contrasts, or where what they share is
 * not known by the largest difference (Bonferroni); widening after R. T. Birge, Phys. Rev. 40, 207 (1932)
 * @example combineHeights([{ value: 20, sigma: 0.5 }, { value: 21, sigma: 0.5 }]).value // 20.5
 */
export function combineHeights(all: readonly Determined[], shared: (i: number, j: number) => Shared = () => NOTHING_SHARED): Combined {
  if (all.length < 2) throw new DomainError('out-of-range', 'determinations', all.length, 'two or more');
  for (const d of all) requireAbove('error of a determination', d.sigma);
  const n = all.length;
  const ids = all.map((_, i) => i);
  const weights = all.map((d) => 1 / (d.weighed ?? d.sigma) ** 2);
  const whole = weights.reduce((a, b) => a + b, 0);
  const mean = all.reduce((s, d, i) => s + (weights[i] as number) * d.value, 0) / whole;
  const covariance = ids.map((i) => ids.map((j) => (i === j ? null : shared(i, j))));
  const cov = (i: number, j: number, of: keyof Shared) => covariance[i]?.[j]?.[of] ?? (all[i] as Determined).sigma ** 2;
  let variance = 0;
  for (const i of ids)
    for (const j of ids) variance += ((weights[i] as number) / whole) * ((weights[j] as number) / whole) * cov(i, j, 'mean');
  const sigma = Math.sqrt(Math.max(variance, 0));
  const known = covariance.every((row) => row.every((c) => c === null || c.mean === c.apart));
  const strain = (of: readonly number[]) => tension(all, of, (i, j) => cov(i, j, 'apart'), known);
  const tense = strain(ids);
  const agree = tense <= 1;
  const plain = all.reduce((s, d) => s + d.value, 0) / n;
  let odd: number | null = null;
  if (!agree && n > 2) {
    const without = ids.map((i) => strain(ids.filter((j) => j !== i)));
    odd = without.indexOf(Math.min(...without));
  }
  const surest = ids.reduce((a, b) => ((all[b] as Determined).sigma < (all[a] as Determined).sigma ? b : a));
  return {
    value: metres(mean),
    sigma: metres(sigma * Math.max(1, Math.sqrt(tense))),
    spread: metres(Math.sqrt(all.reduce((s, d) => s + (d.value - plain) ** 2, 0) / (n - 1))),
    agree,
    strain: Math.sqrt(tense),
    odd,
    best: (all[surest] as Determined).sigma < sigma * (1 - 1e-9) ? surest : null,
  };
}

/** How far some of them lie apart, over what chance passes in 99 of 100 trees, squared: up to 1 they agree. */
function tension(all: readonly Determined[], of: readonly number[], cov: (i: number, j: number) => number, known: boolean): number {
  const n = of.length;
  if (n < 2) return 0;
  const apart = (i: number, j: number) => {
    const [a, b] = [all[i] as Determined, all[j] as Determined];
    const variance = a.sigma ** 2 + b.sigma ** 2 - 2 * cov(i, j);
    // what is read once and serves both can't lie apart
    return (a.value - b.value) ** 2 / Math.max(variance, 1e-12 * (a.sigma ** 2 + b.sigma ** 2));
  };
  const chi2 = known ? ofContrasts(all, of, cov) : null;
  if (chi2 !== null) return chi2 / chiSquare99(n - 1);
  let largest = 0;
  for (let a = 0; a < n; a++) for (let b = a + 1; b < n; b++) largest = Math.max(largest, apart(of[a] as number, of[b] as number));
  return largest / normalBeyond(0.005 / ((n * (n - 1)) / 2)) ** 2;
}

/** Chi-square of the differences from the first, with their covariances; null where those leave nothing to tell them by. */
function ofContrasts(all: readonly Determined[], of: readonly number[], cov: (i: number, j: number) => number): number | null {
  const [first, ...rest] = of as [number, ...number[]];
  const d = rest.map((i) => (all[i] as Determined).value - (all[first] as Determined).value);
  const c = rest.map((i) => rest.map((j) => cov(i, j) - cov(i, first) - cov(first, j) + cov(first, first)));
  // Cholesky, solving as it goes
  const n = d.length;
  const y: number[] = [];
  let chi2 = 0;
  for (let i = 0; i < n; i++) {
    const row = c[i] as number[];
    for (let j = 0; j <= i; j++) {
      let sum = row[j] as number;
      for (let k = 0; k < j; k++) sum -= (row[k] as number) * ((c[j] as number[])[k] as number);
      if (i > j) row[j] = sum / ((c[j] as number[])[j] as number);
      else if (sum > 1e-9 * (all[of[i + 1] as number] as Determined).sigma ** 2) row[i] = Math.sqrt(sum);
      else return null;
    }
    let left = d[i] as number;
    for (let k = 0; k < i; k++) left -= (row[k] as number) * (y[k] as number);
    y.push(left / (row[i] as number));
    chi2 += (y[i] as number) ** 2;
  }
  return chi2;
}

/** The 99 % point of chi-square; within 1 % of the exact one. @source E. B. Wilson and M. M. Hilferty, PNAS 17, 684 (1931) */
function chiSquare99(df: number): number {
  const c = 2 / (9 * df);
  return df * (1 - c + 2.326348 * Math.sqrt(c)) ** 3;
}
/** The normal deviate with a share p under 0.5 beyond it; within 0.0005. @source M. Abramowitz and I. A. Stegun, Handbook of Mathematical Functions, 26.2.23 */
function normalBeyond(p: number): number {
  const t = Math.sqrt(-2 * Math.log(p));
  return t - (2.515517 + t * (0.802853 + t * 0.010328)) / (1 + t * (1.432788 + t * (0.189269 + t * 0.001308)));
}
