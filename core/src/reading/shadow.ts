import type { LengthRead, TopTarget } from './common';

/** The tree's shadow, from the bark to the shadow of the target, along the ground, straight from the stem. */
export interface ShadowReading extends LengthRead {
  readonly kind: 'shadow';
  /** Whose shadow ends there; the tip's when left out. */
  readonly target?: TopTarget;
  /** Minutes after midnight, by the watch. */
  readonly minute?: number;
}
