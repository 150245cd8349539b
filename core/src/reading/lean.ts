import type { ReadingBase } from './common';

/** How the whole stem leans, as seen from this station. */
export interface LeanReading extends ReadingBase {
  readonly kind: 'lean';
  /** Degrees from plumb, base to tip. */
  readonly value: number;
  readonly toward: 'eye' | 'away' | 'side';
  /** Degrees from straight toward the eye, 0 to 180, where somebody knows better than `toward`. */
  readonly direction?: number;
  /** Degrees between where it leans and where the shadow falls, 0 to 180: 180 toward the sun. Only a shadow needs it. */
  readonly fromShadow?: number;
}
