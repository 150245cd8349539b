import type { LengthRead } from './common';

/** How high the eye is above the ground. */
export interface EyeHeightReading extends LengthRead {
  readonly kind: 'eye-height';
}
