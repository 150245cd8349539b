import type { LengthUnit } from '../units';
import type { Aimed, Ranged, ReadingBase } from './common';

export const SHOT_TARGETS = ['stem', 'tip', 'base', 'mark', 'crown-base', 'merchantable', 'stump', 'point'] as const;
/** `stem` is a shot that only tells how far the stem is. */
export type ShotTarget = (typeof SHOT_TARGETS)[number];

/** A shot along the line of sight: how far and how steep. */
export interface ShotReading extends ReadingBase, Aimed, Ranged {
  readonly kind: 'shot';
  readonly target: ShotTarget;
  readonly value: number;
  readonly unit: LengthUnit;
  /** Degrees, up positive. */
  readonly elevation: number;
  readonly by: 'laser' | 'ultrasonic';
  /** Where it ended: at the bark half the diameter is added to the level distance. */
  readonly to: 'axis' | 'bark';
  /** Of the angle, radians. */
  readonly sigmaAngle?: number;
  readonly zero?: number;
}
