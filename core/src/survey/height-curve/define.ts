/** A curve of height over diameter. Diameters in centimetres, heights in metres above breast height: as the field writes it. */
export interface HeightModel {
  readonly name: HeightModelName;
  readonly parameters: readonly string[];
  /**
   * Where to start from.
   * @param d diameters, cm
   * @param y heights above breast height, m
   * @returns several starts, the likeliest first; none where the trees give none
   */
  readonly starts: (d: readonly number[], y: readonly number[]) => readonly (readonly number[])[];
  /** Height above breast height, m. */
  readonly height: (p: readonly number[], d: number) => number;
  /** Its derivative by each parameter. */
  readonly slopes: (p: readonly number[], d: number) => number[];
  /** Whether it is a curve of trees: rising from 0. */
  readonly isOne: (p: readonly number[]) => boolean;
  /** The curve as it is written. */
  readonly formula: string;
}
export type HeightModelName = 'naslund' | 'chapman-richards';

export const defineModel = (model: HeightModel): HeightModel => model;

/** Slope and intercept of the straight line through some points by least squares; null where they lie over one place. */
export function straightLine(x: readonly number[], y: readonly number[]): { readonly at0: number; readonly slope: number } | null {
  const n = x.length;
  const [mx, my] = [x.reduce((a, b) => a + b, 0) / n, y.reduce((a, b) => a + b, 0) / n];
  let [xx, xy] = [0, 0];
  for (const [i, v] of x.entries()) {
    xx += (v - mx) ** 2;
    xy += (v - mx) * ((y[i] as number) - my);
  }
  return xx > 0 ? { at0: my - (xy / xx) * mx, slope: xy / xx } : null;
}
