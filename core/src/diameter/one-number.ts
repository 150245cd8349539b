import { DomainError, type Metres, metres, requireAbove, type SquareMetres, squareMetres } from '../units';
import { basalArea } from './basal-area';

export type OneNumberRule = 'quadratic-sum' | 'arithmetic-mean';

export interface OneNumber {
  readonly value: Metres;
  /** What a tree of that diameter would have. */
  readonly basalArea: SquareMetres;
  /** What the stems have together. */
  readonly ofStems: SquareMetres;
  /** The first as a share of the second: 1 keeps basal area, less loses it. */
  readonly kept: number;
}

/**
 * One diameter for a tree of several stems.
 * @param diameters of the stems, metres, each above 0; at least one
 * @param rule quadratic sum √Σd², which keeps basal area, or the arithmetic mean, a teaching shortcut that loses it
 * @returns the number, and how much basal area it keeps
 * @throws DomainError `out-of-range`, `no-stems`
 * @example oneNumber([metres(0.3), metres(0.4)], 'quadratic-sum').value // 0.5
 */
export function oneNumber(diameters: readonly Metres[], rule: OneNumberRule): OneNumber {
  if (diameters.length === 0) throw new DomainError('no-stems', 'stems', 0, 'one number needs at least one stem');
  for (const d of diameters) requireAbove('diameter of a stem', d);
  const squares = diameters.reduce((s, d) => s + d * d, 0);
  const value = metres(rule === 'quadratic-sum' ? Math.sqrt(squares) : diameters.reduce((s, d) => s + d, 0) / diameters.length);
  const ofStems = squareMetres((Math.PI / 4) * squares);
  const own = basalArea(value);
  return { value, basalArea: own, ofStems, kept: own / ofStems };
}
