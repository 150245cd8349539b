import type { LengthRead } from './common';

/** A merchantable height told, not sighted. */
export interface MerchantableHeightReading extends LengthRead {
  readonly kind: 'merchantable-height';
}
