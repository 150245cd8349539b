import type { Preferences } from '../field/preferences';
import type { Around, StepId } from './step';
import type { Draft } from './typed';

export type CautionId = 'look-up' | 'walk-back' | 'laser' | 'sun' | 'vines' | 'strings' | 'lines' | 'limits';

/** What a reading pad has beside its digits. */
export type PadKind = 'angle' | 'length' | 'diameter' | 'count' | 'pair' | 'ratio';

/** One step as the screens have it. */
export interface StepSpec {
  readonly title: string;
  /** A short name for buttons and small screens. */
  readonly short: string;
  /** What to do, in one sentence. */
  readonly ask: string;
  /** What is typed there; left out where an angle is sighted. */
  readonly draft?: (text: string, p: Preferences, around: Around) => Draft;
  /** In which of the person's units a length is typed. */
  readonly unit?: 'length' | 'diameter';
  /** The keys it needs beside the digits; those of a length, or else of an angle, when left out. */
  readonly pad?: PadKind;
  /** What is often typed, to be tapped. */
  readonly often?: readonly string[];
  /** What to mind there, the gravest first. */
  readonly cautions?: readonly CautionId[];
  /** What is assumed while nothing is read. */
  readonly assumes?: string;
}

/** A way of measuring heights as the screens have it. */
export interface Method {
  readonly name: string;
  readonly short: string;
  /** When it is the one to take. */
  readonly when: string;
  /** The formula as it is used. */
  readonly formula: string;
  /** Its steps in the order they are taken. @param lower how the lower end is met: the base, or a mark and its height */
  readonly steps: (lower: readonly StepId[]) => readonly StepId[];
  /** Steps that no other method has. */
  readonly own: Readonly<Partial<Record<StepId, StepSpec>>>;
  /** Of its steps those only taken when a person chooses them. */
  readonly optional?: readonly StepId[];
  /** Needs a level distance of its own, before all else. */
  readonly distant?: true;
  /** Sights places on the stem by angle or shot from one distance: any number of targets follow. */
  readonly sights?: true;
  /** Its angles are misled by a lean and a broad crown. */
  readonly misled?: true;
  /** A lean that is told enters its height; every method that is misled by one has it. */
  readonly leans?: true;
  /** What can be read beside, that no other method has use for. */
  readonly beside?: readonly StepId[];
  /** Steps read as a shot of distance and angle. */
  readonly shots?: readonly StepId[];
  /** What to mind at steps it shares with others. */
  readonly cautions?: Readonly<Partial<Record<StepId, readonly CautionId[]>>>;
}
