import type { LengthRead } from './common';

/** How high a mark on the stem is above the ground reference, below 0 where it lies under it. */
export interface MarkHeightReading extends LengthRead {
  readonly kind: 'mark-height';
}
