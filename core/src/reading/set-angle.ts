import type { ReadingBase } from './common';

/** An instrument with one set angle points at the tip from here. */
export interface SetAngleReading extends ReadingBase {
  readonly kind: 'set-angle';
  readonly rise: number;
  readonly run: number;
}
