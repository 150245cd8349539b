/** Numbers added up: all that a mean, a spread and a mean square need. */
export interface Sums {
  /** How many numbers. */
  readonly n: number;
  readonly sum: number;
  /** Sum of their squares. */
  readonly squares: number;
}

/**
 * Adds numbers up.
 * @param values in any one unit
 * @returns how many they are, their sum and the sum of their squares
 * @example sumsOf([1, 2]) // { n: 2, sum: 3, squares: 5 }
 */
export const sumsOf = (values: readonly number[]): Sums => ({
  n: values.length,
  sum: values.reduce((sum, v) => sum + v, 0),
  squares: values.reduce((sum, v) => sum + v * v, 0),
});

/**
 * Adds sums up.
 * @param a sums of some numbers
 * @param b sums of others, in the same unit
 * @returns what `sumsOf` says of the numbers of both together
 * @example plusSums(sumsOf([1]), sumsOf([2])).squares // 5
 */
export const plusSums = (a: Sums, b: Sums): Sums => ({ n: a.n + b.n, sum: a.sum + b.sum, squares: a.squares + b.squares });

/** Below this share of the mean square a variance is what rounding left of equal numbers. */
const ROUNDING = 1e-11;

/**
 * The variance of the numbers behind sums.
 * @param sums of numbers in any one unit
 * @source (Σx² − (Σx)²/n)/(n − 1)
 * @returns with n − 1, in the square of their unit; null below two numbers, 0 where rounding alone tells them apart
 * @example varianceOf(sumsOf([1, 3])) // 2
 */
export function varianceOf({ n, sum, squares }: Sums): number | null {
  if (n < 2) return null;
  const variance = (squares - (sum * sum) / n) / (n - 1);
  return variance > (ROUNDING * squares) / n ? variance : 0;
}
