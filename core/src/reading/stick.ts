import type { LengthRead, TopTarget } from './common';

/** How much of an upright stick covers the stem from base to target. */
export interface StickReading extends LengthRead {
  readonly kind: 'stick';
  readonly target: TopTarget;
  /** How it was held: plumb, or as the stem leans; plumb when left out. */
  readonly held?: 'plumb' | 'stem';
  /** Horizontal, from the eye to the stick, metres: the person's own. */
  readonly reach?: number;
}
