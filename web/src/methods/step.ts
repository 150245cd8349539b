import type { HeightMethod, SceneTarget } from '@arbolito/core';
import type { Entity } from '../book/versions';
import type { RecordOf } from '../contract/envelope';

/** The ways a height is measured from one setting-up. A mark instead of the base is a choice within the first. */
export type MeasureMethod = Exclude<HeightMethod, 'two-sights-to-mark' | 'told' | 'mean'>;

/** What the drawing can point at, and what is read without a place in it. */
export type StepId =
  | SceneTarget
  | 'trunk'
  | 'upper'
  | 'mark-height'
  | 'room'
  | 'logs'
  | 'log-scale'
  | 'below'
  | 'bearing'
  | 'crown-spread'
  | 'called-height'
  | 'neighbour'
  | 'earlier-height';

export interface Step {
  readonly id: StepId;
  readonly title: string;
  /** What to do, in one sentence. */
  readonly ask: string;
  /** A short name for buttons and small screens. */
  readonly short: string;
  readonly optional: boolean;
  readonly readings: readonly Entity<RecordOf<'reading'>>[];
  /** The readings in force, as read. */
  readonly said: string | null;
}

/** What decides which steps there are beside the readings: how this person works. */
export interface StepChoices {
  readonly method: MeasureMethod;
  readonly along: 'level' | 'slope' | 'sight';
  readonly lower: 'base' | 'mark';
  readonly merchantable: MerchantableWay;
}
export type MerchantableWay = 'merchantable' | 'logs' | 'log-scale';

/** Where the next reading of a diameter goes, and who says so. */
export interface TapeAt {
  readonly pom: number;
  readonly why: string | null;
  readonly by: 'protocol' | 'trunk' | 'visit';
  /** Which of how many heights; more than one where a mean above and below is taken. */
  readonly nth: number;
  readonly of: number;
}

/** What is said beside the digits of a step. */
export interface Beside {
  readonly leanTo: 'eye' | 'away' | 'side';
  /** Beside the digits of an optical or an upper diameter. */
  readonly optical: { readonly distance: string; readonly elevation: string };
  readonly upperHeight: string;
}

/** What the digits need beside themselves: where the tape lies, how far an optical instrument stands, the method in hand. */
export interface Around {
  readonly tape: TapeAt;
  readonly beside: Beside;
  /** Level distance of the station, metres, where it is known. */
  readonly distance: number | null;
  readonly method: MeasureMethod;
  /** Minutes after midnight, by the person's watch. */
  readonly minute: number;
}
