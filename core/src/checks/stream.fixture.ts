/** A seeded stream of chance (xorshift), so that a failure comes back. */
export class Stream {
  constructor(private s: number) {}
  uniform() {
    this.s ^= this.s << 13;
    this.s ^= this.s >>> 17;
    this.s ^= this.s << 5;
    return ((this.s >>> 0) + 0.5) / 2 ** 32;
  }
  between = (a: number, b: number) => a + (b - a) * this.uniform();
  normal = (sigma: number) => sigma * Math.sqrt(-2 * Math.log(this.uniform())) * Math.cos(2 * Math.PI * this.uniform());
}
