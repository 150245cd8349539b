import type { LengthUnit } from '../units';
import type { Ranged, ReadingBase } from './common';

export const DISTANCE_TOOLS = ['tape', 'laser', 'ultrasonic', 'fixed-base'] as const;
export type DistanceTool = (typeof DISTANCE_TOOLS)[number];

export interface DistanceReading extends ReadingBase, Ranged {
  readonly kind: 'distance';
  readonly value: number;
  readonly unit: LengthUnit;
  /** `sight`: along a line of sight whose own angle is `elevation`. */
  readonly along: 'level' | 'slope' | 'sight';
  /** Where it ended; `plumb` is the point plumb below the tip, and serves the tip alone. */
  readonly to: 'axis' | 'bark' | 'plumb';
  /** A tape when left out. */
  readonly by?: DistanceTool;
  /** Degrees, up positive; of a line of sight. */
  readonly elevation?: number;
}
