/**
 * A stream of chance from a seed: the same seed gives the same stream, so that a result comes back.
 * @source Marsaglia’s Weyl sequence with a multiplying mixer of 32 bits ("mulberry32"); its period is 2³²
 */
export class Stream {
  /** @param state seed, a whole number */
  constructor(private state: number) {}

  /** In [0, 1), evenly. */
  uniform(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  }
  /** In [from, to), evenly. */
  between = (from: number, to: number): number => from + (to - from) * this.uniform();
  /** Normally about 0. @source G. E. P. Box and M. E. Muller, Ann. Math. Stat. 29, 610 (1958) */
  normal = (sigma: number): number => sigma * Math.sqrt(-2 * Math.log(1 - this.uniform())) * Math.cos(2 * Math.PI * this.uniform());
}
