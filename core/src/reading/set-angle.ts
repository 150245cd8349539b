import type { ReadingBase, TopTarget } from './common';

/** An instrument with one set angle points at the target from here. */
export interface SetAngleReading extends ReadingBase {
  readonly kind: 'set-angle';
  /** What it points at; the tip when left out. */
  readonly target?: TopTarget;
  readonly rise: number;
  readonly run: number;
  /** Height of the level mark on the stem above the ground reference, metres, where no mark height is read for it. */
  readonly mark?: number;
}
