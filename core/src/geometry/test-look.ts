import type { Box } from './box';
import { overlap, within } from './index';

interface Placed {
  readonly text: string;
  readonly box: Box;
}
interface At {
  readonly x: number;
  readonly y: number;
}

/** Looks at many things of a drawing and remembers what is wrong: a test asserts once, and how much was looked at. */
export class Look {
  looked = 0;
  readonly wrong: string[] = [];

  that(right: boolean, what: () => string): void {
    this.looked++;
    if (!right) this.wrong.push(what());
  }

  /** Labels inside the frame and over neither one another nor `others`. */
  labels(labels: readonly Placed[], frame: { readonly width: number; readonly height: number }, others: readonly Box[] = []): void {
    const all = { x: 0, y: 0, w: frame.width, h: frame.height };
    for (const [i, a] of labels.entries()) {
      this.that(within(a.box, all), () => `${a.text} leaves the frame`);
      for (const b of labels.slice(i + 1)) this.that(!overlap(a.box, b.box), () => `${a.text} lies over ${b.text}`);
      for (const box of others) this.that(!overlap(a.box, box), () => `${a.text} lies over an inset`);
    }
  }

  /** Points inside the frame to within `slack` pixels; no number is no place. */
  points(points: readonly At[], frame: { readonly width: number; readonly height: number }, slack = 0.5): void {
    for (const p of points) {
      const inside = p.x >= -slack && p.x <= frame.width + slack && p.y >= -slack && p.y <= frame.height + slack;
      this.that(inside, () => `${JSON.stringify(p)} lies outside`);
    }
  }

  close(a: number, b: number, digits: number, what: string): void {
    this.that(Math.abs(a - b) < 0.5 * 10 ** -digits, () => `${what}: ${a}, expected ${b}`);
  }

  /** @throws Error that lists what is wrong, if anything is */
  settle(): number {
    if (this.wrong.length > 0) throw new Error(this.wrong.slice(0, 10).join('; '));
    return this.looked;
  }
}
