import type { DiameterTool } from '../diameter/index';
import type { GroundReference } from '../survey/index';
import type { LengthUnit } from '../units';

export const ANGLE_TARGETS = ['tip', 'base', 'mark', 'crown-base', 'merchantable', 'ground'] as const;
export const READING_KINDS = ['diameter', 'distance', 'angle', 'mark-height', 'eye-height', 'logs', 'merchantable-height'] as const;

/** `ground` is the slope along the tape, sighted to a point as high above the ground as the eye; positive uphill to the tree. */
export type AngleTarget = (typeof ANGLE_TARGETS)[number];
export type ReadingKind = (typeof READING_KINDS)[number];

/** What is common to every reading: an id to speak of it, and the station it was taken from. */
interface Taken {
  readonly id?: string;
  /** Readings of one station belong together; left out, they all come from one. */
  readonly station?: string;
  /** Standard error of this one reading by its instrument; radians for angles, metres for lengths. */
  readonly sigma?: number;
}

/** A diameter tape gives the diameter, a plain tape or string the girth. */
export interface DiameterReading extends Taken {
  readonly kind: 'diameter';
  readonly tool: DiameterTool;
  readonly value: number;
  readonly unit: LengthUnit;
  /** Height of the point of measurement above the ground reference, metres; the protocol's breast height when left out. */
  readonly pom?: number;
}
export interface DistanceReading extends Taken {
  readonly kind: 'distance';
  readonly value: number;
  readonly unit: LengthUnit;
  readonly along: 'level' | 'slope';
  readonly to: 'axis' | 'bark';
}
export interface AngleReading extends Taken {
  readonly kind: 'angle';
  readonly target: AngleTarget;
  /** Up positive. */
  readonly value: number;
  readonly scale: 'degree' | 'percent' | 'topographic' | 'fixed';
  /** The distance a fixed scale is drawn for. */
  readonly scaleDistance?: number;
  /** Where on the ground a base sight met the stem; the protocol's reference when left out. */
  readonly reference?: GroundReference;
}
export interface LengthReading extends Taken {
  readonly kind: 'mark-height' | 'eye-height' | 'merchantable-height';
  readonly value: number;
  readonly unit: LengthUnit;
}
/** Merchantable height told directly in logs and half logs above the stump. */
export interface LogsReading extends Taken {
  readonly kind: 'logs';
  readonly value: number;
}
export type Reading = DiameterReading | DistanceReading | AngleReading | LengthReading | LogsReading;
