import type { LengthRead } from './common';

/** How high a mark on the stem is above the ground reference. */
export interface MarkHeightReading extends LengthRead {
  readonly kind: 'mark-height';
}
