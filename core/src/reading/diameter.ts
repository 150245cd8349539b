import type { DiameterTool } from '../diameter/index';
import type { LengthUnit } from '../units';
import type { ReadingBase } from './common';

/** What every diameter says of its place and its trust. */
export interface DiameterBase extends ReadingBase {
  /** Height it was read at along the stem above the ground reference, metres; the trunk's point of measurement when left out. */
  readonly pom?: number;
  /** An upper diameter belongs to the profile, not to breast height; it names its height. */
  readonly upper?: boolean;
  /** Of an upper diameter: the sighted place it was read at, by its name, where nobody measured how high that is. */
  readonly at?: string;
  /** Standard error as a share of the diameter, where it is told that way. */
  readonly sigmaShare?: number;
}

/** A diameter tape, caliper, stick or the eye give the diameter, a plain tape or string the girth. */
export interface DiameterReading extends DiameterBase {
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
