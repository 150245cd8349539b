import { Stream } from '@arbolito/core';

/** A seeded source of chance (mulberry32): the same seed makes the same demo everywhere. */
export class Chance extends Stream {
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
