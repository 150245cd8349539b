import type { ReadingBase } from './common';

/** A distance counted in paces. */
export interface PacesReading extends ReadingBase {
  readonly kind: 'paces';
  readonly value: number;
  /** Length of one of them as the person's calibration has it, metres. */
  readonly pace?: number;
  readonly along: 'level' | 'slope';
  readonly to: 'axis' | 'bark';
  readonly sigmaShare?: number;
}
