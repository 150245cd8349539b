/** A stream of chance from a seed (xorshift): the same seed gives the same stream, so that a result comes back. */
export class Stream {
  /** @param s seed, a whole number other than 0 */
  constructor(private s: number) {}
  /** Above 0 and under 1, evenly. */
  uniform() {
    this.s ^= this.s << 13;
    this.s ^= this.s >>> 17;
    this.s ^= this.s << 5;
    return ((this.s >>> 0) + 0.5) / 2 ** 32;
  }
  between = (a: number, b: number) => a + (b - a) * this.uniform();
  /** Normally about 0. @source G. E. P. Box and M. E. Muller, Ann. Math. Stat. 29, 610 (1958) */
  normal = (sigma: number) => sigma * Math.sqrt(-2 * Math.log(this.uniform())) * Math.cos(2 * Math.PI * this.uniform());
}
