import type { ReadingBase } from './common';

/** Logs read on the log scale of a stick. */
export interface LogScaleReading extends ReadingBase {
  readonly kind: 'log-scale';
  readonly value: number;
  /** The reach and the distance the scale is drawn for, metres; 25 in and 66 ft when left out. */
  readonly designReach?: number;
  readonly designDistance?: number;
  readonly reach?: number;
}
