/** A seeded source of chance (mulberry32): the same seed makes the same demo everywhere. */
export class Chance {
  constructor(private state: number) {}

  /** In [0, 1). */
  uniform(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  }
  between(from: number, to: number): number {
    return from + (to - from) * this.uniform();
  }
  normal(sigma: number): number {
    return sigma * Math.sqrt(-2 * Math.log(1 - this.uniform())) * Math.cos(2 * Math.PI * this.uniform());
  }
  chance(p: number): boolean {
    return this.uniform() < p;
  }
  pick<T>(list: readonly { readonly item: T; readonly share: number }[]): T {
    let left = this.uniform() * list.reduce((s, x) => s + x.share, 0);
    for (const { item, share } of list) {
      left -= share;
      if (left < 0) return item;
    }
    return (list.at(-1) as { item: T }).item;
  }

  /** A UUID version 7 for a moment, its random part from the seed. */
  uuid(at: number): string {
    const hex = (n: number, digits: number) => Math.floor(n).toString(16).padStart(digits, '0');
    const time = hex(at, 12);
    const a = hex(this.uniform() * 0x1000, 3);
    const b = hex(0x8000 + this.uniform() * 0x4000, 4);
    const c = hex(this.uniform() * 2 ** 24, 6) + hex(this.uniform() * 2 ** 24, 6);
    return `${time.slice(0, 8)}-${time.slice(8)}-7${a}-${b}-${c}`;
  }
}
