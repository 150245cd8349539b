import type { Trunk } from '@arbolito/core';
import type { TreePlace } from '../../book/make-records';
import type { Thing } from '../../book/things';
import type { RecordOf } from '../../contract/envelope';
import type { Hand } from './hand';
import type { Step, StepChoices } from './steps';
import type { TreeInHand } from './use-tree';

/** What an action looks at when it runs: the view as it was last drawn. */
export interface Now {
  readonly hand: Hand;
  readonly t: TreeInHand;
  readonly steps: readonly Step[];
  readonly choices: StepChoices;
  /** What is kept at the step in hand. */
  readonly keptHead: Thing<'reading'> | null;
  readonly newest: RecordOf<'reading'> | null;
  readonly where: TreePlace;
  /** What was said of the ground at the first stem. */
  readonly fromFirstStem: Trunk | null;
  readonly last: (slot: string) => TreeInHand['entities'][number] | undefined;
}

type Update<T> = (next: T | ((before: T) => T)) => void;
export interface Setters {
  readonly setHand: Update<Hand>;
  readonly setRefusal: Update<string | null>;
}
