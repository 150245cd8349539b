import type { LengthRead } from './common';

/** The tree's shadow, from the bark to the shadow of the tip, along the ground. */
export interface ShadowReading extends LengthRead {
  readonly kind: 'shadow';
  /** Minutes after midnight, by the watch. */
  readonly minute?: number;
}
