import type { SceneTarget } from '@arbolito/core';
import type { Entity } from '../book/versions';
import type { RecordOf } from '../contract/envelope';
import type { MeasureMethod } from './methods';

/** What the drawing can point at, and what is read without a place in it. */
export type StepId = SceneTarget | 'trunk' | 'upper' | 'mark-height' | 'room' | 'logs' | 'log-scale';

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
