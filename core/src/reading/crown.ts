import type { LengthUnit } from '../units';
import type { ReadingBase } from './common';

/** A broad crown: how far it reaches out at its widest, and from there up to the tip. */
export interface CrownReading extends ReadingBase {
  readonly kind: 'crown';
  readonly halfWidth: number;
  readonly depth: number;
  readonly unit: LengthUnit;
}
