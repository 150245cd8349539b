import type { ReadingBase } from './common';

/** Which way one looks from the station to the stem: tells how far the errors of several stations are one and the same. */
export interface BearingReading extends ReadingBase {
  readonly kind: 'bearing';
  /** Degrees clockwise from any one north, 0 to 360. */
  readonly value: number;
}
