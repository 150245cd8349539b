import type { LengthRead } from './common';

/** How far the stem is from where an upright stick, as long as its own distance from the eye, covers it from base to tip. */
export interface EqualLegsReading extends LengthRead {
  readonly kind: 'equal-legs';
  /** How the tape lay: on a slope the ground is sighted too. */
  readonly along: 'level' | 'slope';
  /** Where it ended. */
  readonly to: 'axis' | 'bark';
}
