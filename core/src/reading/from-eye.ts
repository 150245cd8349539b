import type { LengthRead, TopTarget } from './common';

/** How far a target is above (below 0: under) the eye, as an instrument prints it: a length and no angle. */
export interface FromEyeReading extends LengthRead {
  readonly kind: 'from-eye';
  readonly target: TopTarget | 'base' | 'mark';
  /** The distance set in the instrument, metres; used at another one the length grows with it. */
  readonly setDistance?: number;
  /** Of a mark: its height above the ground reference, metres, where no mark height is read for it. */
  readonly mark?: number;
}
