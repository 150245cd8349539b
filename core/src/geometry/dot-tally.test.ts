import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dotTally } from './dot-tally';

describe('a paper tally', () => {
  it('has one mark a tree, ten to a figure', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 500 }), (n) => {
        const figures = dotTally(n);
        expect(figures.reduce((sum, f) => sum + f.dots.length + f.lines.length, 0)).toBe(n);
        expect(figures.slice(0, -1).every((f) => f.dots.length + f.lines.length === 10)).toBe(true);
      }),
    );
  });
  it('never moves a mark that was made', () => {
    for (let n = 1; n < 40; n++) {
      const [before, after] = [dotTally(n - 1).flatMap((f) => [f.dots, f.lines]), dotTally(n).flatMap((f) => [f.dots, f.lines])];
      for (const [i, marks] of before.entries()) expect(after[i]?.slice(0, marks.length)).toEqual(marks);
    }
  });
  it('is four corners, four sides between them, two diagonals', () => {
    const [ten] = dotTally(10);
    const corners = new Set(ten?.dots.map(String));
    expect(corners.size).toBe(4);
    for (const [x1, y1, x2, y2] of ten?.lines ?? []) expect(corners.has(`${x1},${y1}`) && corners.has(`${x2},${y2}`)).toBe(true);
    expect(new Set(ten?.lines.map(String)).size).toBe(6);
    expect(ten?.lines.filter(([x1, y1, x2, y2]) => x1 !== x2 && y1 !== y2)).toHaveLength(2);
  });
  it('refuses what is no count', () => {
    expect(() => dotTally(-1)).toThrow(/from 0/);
    expect(() => dotTally(1.5)).toThrow(/whole/);
  });
});
