import type { DiameterTool } from '../diameter/index';
import type { Trunk } from '../stem/index';
import type { LengthUnit } from '../units';
import { HEIGHT_READING_KINDS, type HeightReading } from './height-reading';
import type { Taken } from './taken';

export const READING_KINDS = ['diameter', 'optical-diameter', 'trunk', ...HEIGHT_READING_KINDS] as const;
export type ReadingKind = (typeof READING_KINDS)[number];

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

export type Reading = DiameterReading | OpticalReading | TrunkReading | HeightReading;
export type AnyDiameter = DiameterReading | OpticalReading;

/** The tool a diameter was read with, as its errors are kept. */
export type ToolName = DiameterTool | 'optical';
export const toolOf = (r: AnyDiameter): ToolName => (r.kind === 'diameter' ? r.tool : 'optical');

/** The stem readings belong to when none is named. */
export const FIRST_STEM = '1';
