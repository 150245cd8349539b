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
  const { tense, without } = tension(all, (i, j) => cov(i, j, 'apart'), known);
  const agree = tense <= 1;
  const plain = all.reduce((s, d) => s + d.value, 0) / n;
  const odd = agree || n < 3 ? null : without.indexOf(Math.min(...without));
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

/** How far determinations lie apart, over what chance passes in 99 of 100 trees, squared: up to 1 they agree. */
interface Tension {
  readonly tense: number;
  /** The same without each of them; of three or more. */
  readonly without: readonly number[];
}

function tension(all: readonly Determined[], cov: (i: number, j: number) => number, known: boolean): Tension {
  const n = all.length;
  const contrasts = known ? ofContrasts(all, cov) : null;
  if (contrasts !== null) {
    const { chi2, without } = contrasts;
    return { tense: chi2 / chiSquare99(n - 1), without: n < 3 ? [] : without.map((c) => c / chiSquare99(n - 2)) };
  }
  const apart = all.map((a, i) =>
    all.map((b, j) => {
      if (i === j) return 0;
      const variance = a.sigma ** 2 + b.sigma ** 2 - 2 * cov(i, j);
      // what is read once and serves both can't lie apart
      return (a.value - b.value) ** 2 / Math.max(variance, 1e-12 * (a.sigma ** 2 + b.sigma ** 2));
    }),
  );
  const largest = (left: number | null) => {
    let most = 0;
    for (const [i, row] of apart.entries()) if (i !== left) for (const [j, a] of row.entries()) if (j !== left && a > most) most = a;
    const count = left === null ? n : n - 1;
    return most / normalBeyond(0.005 / ((count * (count - 1)) / 2)) ** 2;
  };
  return { tense: largest(null), without: n < 3 ? [] : all.map((_, i) => largest(i)) };
}

/**
 * Chi-square of the differences from the first, with their covariances, and chi-square without each of them; null where the
 * covariances leave nothing to tell them by.
 * @source deletion of one observation from generalised least squares: χ² − (Px)ᵢ² / Pᵢᵢ, with P the inverse covariance of the
 * contrasts carried back to the observations (S. Weisberg, Applied Linear Regression, 9.4)
 */
function ofContrasts(
  all: readonly Determined[],
  cov: (i: number, j: number) => number,
): { readonly chi2: number; readonly without: readonly number[] } | null {
  const [first, ...rest] = all as [Determined, ...Determined[]];
  const n = rest.length;
  const difference = rest.map((d) => d.value - first.value);
  const lower = cholesky(
    rest.map((_, i) => rest.map((_, j) => cov(i + 1, j + 1) - cov(i + 1, 0) - cov(0, j + 1) + cov(0, 0))),
    rest.map((d) => 1e-9 * d.sigma ** 2),
  );
  if (lower === null) return null;
  const solved = solve(lower, difference);
  const chi2 = solved.reduce((sum, y) => sum + y ** 2, 0);
  // a column of the contrasts each: −1 everywhere for the first one, 1 at its own place for every other
  const without = all.map((_, i) => {
    const column = solve(
      lower,
      Array.from({ length: n }, (_, k) => (i === 0 ? -1 : k === i - 1 ? 1 : 0)),
    );
    const pull = column.reduce((sum, c, k) => sum + c * (solved[k] as number), 0);
    const weight = column.reduce((sum, c) => sum + c ** 2, 0);
    return Math.max(0, chi2 - pull ** 2 / weight);
  });
  return { chi2, without };
}

/** The lower triangle whose square is a matrix; null where a pivot is not above its least value. */
function cholesky(matrix: readonly (readonly number[])[], least: readonly number[]): readonly (readonly number[])[] | null {
  const rows: number[][] = [];
  for (const [i, given] of matrix.entries()) {
    const row: number[] = [];
    for (let j = 0; j <= i; j++) {
      const other = j === i ? row : (rows[j] as number[]);
      let sum = given[j] as number;
      for (let k = 0; k < j; k++) sum -= (row[k] as number) * (other[k] as number);
      if (j < i) row.push(sum / (other[j] as number));
      else if (sum > (least[i] as number)) row.push(Math.sqrt(sum));
      else return null;
    }
    rows.push(row);
  }
  return rows;
}

/** Solves a lower triangle by forward substitution. */
function solve(lower: readonly (readonly number[])[], right: readonly number[]): readonly number[] {
  const y: number[] = [];
  for (const [i, row] of lower.entries()) {
    let left = right[i] as number;
    for (let k = 0; k < i; k++) left -= (row[k] as number) * (y[k] as number);
    y.push(left / (row[i] as number));
  }
  return y;
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
