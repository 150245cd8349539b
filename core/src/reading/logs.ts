import type { ReadingBase } from './common';

/** Merchantable height told directly in logs and half logs above the stump. */
export interface LogsReading extends ReadingBase {
  readonly kind: 'logs';
  readonly value: number;
}
