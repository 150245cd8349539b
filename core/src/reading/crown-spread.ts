import type { LengthUnit } from '../units';
import type { ReadingBase } from './common';

/** How far the crown reaches across, along two axes at right angles. */
export interface CrownSpreadReading extends ReadingBase {
  readonly kind: 'crown-spread';
  /** The widest axis, and the one at right angles to it. */
  readonly first: number;
  readonly second: number;
  readonly unit: LengthUnit;
}
