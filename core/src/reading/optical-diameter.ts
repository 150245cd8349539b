import type { LengthUnit } from '../units';
import type { DiameterBase } from './diameter';

/** A diameter from afar: the angle the stem subtends, or the bands of a scale it covers. */
export interface OpticalReading extends DiameterBase {
  readonly kind: 'optical-diameter';
  readonly by: 'angle' | 'bands';
  /** Degrees, or bands. */
  readonly value: number;
  /** Of bands: diameter over distance of one. */
  readonly ratio?: number;
  readonly distance: number;
  readonly unit: LengthUnit;
  /** The distance as read: level, or along the line of sight. */
  readonly along: 'level' | 'sight';
  /** Where the distance ends. */
  readonly to: 'axis' | 'face';
  /** Of the sight, degrees, up positive; needed where the other kind of distance is wanted. */
  readonly elevation?: number;
  /** Of bands: whether the instrument corrects itself for the slope of the sight; then the level distance counts. */
  readonly selfCorrecting?: boolean;
  readonly why?: string;
}
