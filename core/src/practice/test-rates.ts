/** How often a simulation runs: `full` times under `npm run bench`, a quarter of that in the tests. */
export const runs = (full: number): number => (process.env.ARBOLITO_SIMULATIONS === 'full' ? full : Math.ceil(full / 4));

/** Of a claim that holds, one test in a thousand falls outside this band by chance; with a fixed seed none does twice. */
const TAIL = 0.0005;

/**
 * The chance of at most `hits` of `n`, each with chance `p`.
 * @source the binomial sum, its terms by logarithms so that none overflows
 */
export function atMost(hits: number, n: number, p: number): number {
  if (p <= 0) return 1;
  if (p >= 1) return hits >= n ? 1 : 0;
  let term = n * Math.log1p(-p);
  let sum = Math.exp(term);
  for (let k = 1; k <= hits; k++) {
    term += Math.log((n - k + 1) / k) + Math.log(p) - Math.log1p(-p);
    sum += Math.exp(term);
  }
  return Math.min(1, sum);
}

/**
 * Holds a counted share against a claim: the true share lies from `from` to `to`.
 * @throws Error when what was counted lies outside the 99.9 % binomial band of that claim
 */
export function expectShare(hits: number, n: number, claim: { readonly from?: number; readonly to?: number }, what = ''): void {
  const { from = 0, to = 1 } = claim;
  const too = atMost(hits, n, from) < TAIL ? 'few' : 1 - atMost(hits - 1, n, to) < TAIL ? 'many' : null;
  if (too) throw new Error(`${what}: ${hits} of ${n} (${((100 * hits) / n).toFixed(2)} %) is too ${too} for ${from} to ${to}`);
}
