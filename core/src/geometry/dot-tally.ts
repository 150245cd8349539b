/** One figure of a paper tally, in a square of side 1: dots and lines in the order in which they are made. */
export interface TallyFigure {
  readonly dots: readonly (readonly [x: number, y: number])[];
  readonly lines: readonly (readonly [x1: number, y1: number, x2: number, y2: number])[];
}

const DOTS = [
  [0, 0],
  [1, 0],
  [0, 1],
  [1, 1],
] as const;
/** Four sides, then the two diagonals. */
const LINES = [
  [0, 0, 0, 1],
  [1, 0, 1, 1],
  [0, 0, 1, 0],
  [0, 1, 1, 1],
  [0, 0, 1, 1],
  [1, 0, 0, 1],
] as const;
const TEN = DOTS.length + LINES.length;

/**
 * A count as dots and lines: four dots, the four lines between them, two diagonals make ten.
 * @param count a whole number from 0
 * @returns a figure for every ten begun; none for 0
 * @throws RangeError where the count is none
 * @source the dot tally of paper tally sheets in forestry
 * @example dotTally(6)[0].lines.length // 2
 */
export function dotTally(count: number): readonly TallyFigure[] {
  if (!Number.isInteger(count) || count < 0) throw new RangeError(`count ${count}: a whole number from 0`);
  return Array.from({ length: Math.ceil(count / TEN) }, (_, i) => {
    const n = Math.min(TEN, count - i * TEN);
    return { dots: DOTS.slice(0, n), lines: LINES.slice(0, Math.max(0, n - DOTS.length)) };
  });
}
