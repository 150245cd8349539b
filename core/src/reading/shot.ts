import type { LengthUnit } from '../units';
import type { Aimed, Ranged, ReadingBase, Zeroed } from './common';

export const SHOT_TARGETS = ['stem', 'tip', 'base', 'mark', 'crown-base', 'merchantable', 'stump', 'point'] as const;
/** `stem` is a shot that only tells how far the stem is. */
export type ShotTarget = (typeof SHOT_TARGETS)[number];

/** A shot along the line of sight: how far and how steep. */
export interface ShotReading extends ReadingBase, Aimed, Ranged, Zeroed {
  readonly kind: 'shot';
  readonly target: ShotTarget;
  readonly value: number;
  readonly unit: LengthUnit;
  /** Up positive; in degrees, or on the scale named. */
  readonly elevation: number;
  /** The scale of the elevation; degrees when left out. */
  readonly scale?: 'degree' | 'percent' | 'topographic' | 'fixed';
  /** The distance a fixed scale is drawn for. */
  readonly scaleDistance?: number;
  readonly by: 'laser' | 'ultrasonic';
  /** Where it ended: at the bark half the diameter is added to the level distance. */
  readonly to: 'axis' | 'bark';
  /** Of the angle, radians. */
  readonly sigmaAngle?: number;
}
