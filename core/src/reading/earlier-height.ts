import type { LengthRead } from './common';

/** A finished height of another year, known only as a figure: history, and no part of a height measured now. */
export interface EarlierHeightReading extends LengthRead {
  readonly kind: 'earlier-height';
  readonly year: number;
  /** How it was measured, as far as that is known. */
  readonly method?: string;
}
