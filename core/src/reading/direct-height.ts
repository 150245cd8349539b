import type { LengthRead, TopTarget } from './common';

/** A height measured along the tree itself: by pole, by a tape dropped from the top, on the felled stem, part by part. */
export interface DirectReading extends LengthRead {
  readonly kind: 'direct-height';
  readonly target: TopTarget;
  /** Along a leaning stem, or plumb as a tape hangs; a stem that stands plumb needs no word. */
  readonly along?: 'stem' | 'plumb';
  /** Further parts, which add up; in the same unit. */
  readonly more?: readonly number[];
}
