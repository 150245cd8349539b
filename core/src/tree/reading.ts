import type { DiameterTool } from '../diameter/index';
import type { Trunk } from '../stem/index';
import type { GroundReference } from '../survey/index';
import type { LengthUnit } from '../units';

export const ANGLE_TARGETS = ['tip', 'base', 'mark', 'crown-base', 'merchantable', 'ground'] as const;
export const READING_KINDS = [
  'diameter',
  'optical-diameter',
  'trunk',
  'distance',
  'angle',
  'mark-height',
  'eye-height',
  'logs',
  'merchantable-height',
] as const;

/** `ground` is the slope along the tape, sighted to a point as high above the ground as the eye; positive uphill to the tree. */
export type AngleTarget = (typeof ANGLE_TARGETS)[number];
export type ReadingKind = (typeof READING_KINDS)[number];

/** What is common to every reading: an id to speak of it, the stem it was taken of, and the station it was taken from. */
interface Taken {
  readonly id?: string;
  /** Stems of one tree are told apart by a name, usually their number; left out, it is the first. */
  readonly stem?: string;
  /** Readings of one station belong together; left out, they all come from one. */
  readonly station?: string;
  /** Standard error of this one reading by its instrument; radians for angles, metres for lengths. */
  readonly sigma?: number;
}

/** What every diameter says of its place and its trust. */
interface DiameterTaken extends Taken {
  /** Height it was read at along the stem above the ground reference, metres; the trunk's point of measurement when left out. */
  readonly pom?: number;
  /** An upper diameter belongs to the profile, not to breast height; it names its height. */
  readonly upper?: boolean;
  /** Standard error as a share of the diameter, where it is told that way. */
  readonly sigmaShare?: number;
}

/** A diameter tape, caliper, stick or the eye give the diameter, a plain tape or string the girth. */
export interface DiameterReading extends DiameterTaken {
  readonly kind: 'diameter';
  readonly tool: DiameterTool;
  readonly value: number;
  /** Further lengths of a tape, which add up; the second of a caliper; further faces of a stick. In the same unit. */
  readonly more?: readonly number[];
  readonly unit: LengthUnit;
  /** Of a stick: the person's own, eye to stick, metres; that of the graduation when left out, and said so. */
  readonly reach?: number;
  /** Of a stick: the reach it is graduated for, metres; 25 in when left out. */
  readonly designReach?: number;
  /** Why the point of measurement is where it is, in words; kept, never computed with. */
  readonly why?: string;
}

/** A diameter from afar: the angle the stem subtends, or the bands of a scale it covers. */
export interface OpticalReading extends DiameterTaken {
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

/** What the trunk does: an observation that decides where the tape goes. The last one of a stem counts. */
export interface TrunkReading extends Taken {
  readonly kind: 'trunk';
  readonly trunk: Trunk;
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
export type Reading = DiameterReading | OpticalReading | TrunkReading | DistanceReading | AngleReading | LengthReading | LogsReading;
export type AnyDiameter = DiameterReading | OpticalReading;

/** The tool a diameter was read with, as its errors are kept. */
export type ToolName = DiameterTool | 'optical';
export const toolOf = (r: AnyDiameter): ToolName => (r.kind === 'diameter' ? r.tool : 'optical');

/** The stem readings belong to when none is named. */
export const FIRST_STEM = '1';
