import type { ReadingBase } from './common';

/** How the whole stem leans, as seen from this station. */
export interface LeanReading extends ReadingBase {
  readonly kind: 'lean';
  /** Degrees from plumb, base to tip. */
  readonly value: number;
  readonly toward: 'eye' | 'away' | 'side';
}
