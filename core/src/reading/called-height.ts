import type { LengthRead } from './common';

/** A height by eye, said before anything is measured: it shows what an eye is worth, and counts in no height. */
export interface CalledHeightReading extends LengthRead {
  readonly kind: 'called-height';
}
