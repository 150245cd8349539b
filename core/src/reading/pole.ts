import type { LengthRead } from './common';

/** A pole that stands at the base. */
export interface PoleReading extends LengthRead {
  readonly kind: 'pole';
}
