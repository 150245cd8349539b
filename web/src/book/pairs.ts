import type { RecordOf } from '../contract/envelope';

/** What a pair of readings says: of whose tool or pace, on which day where that matters, and the number. */
export interface Pair {
  readonly who: string;
  readonly on: string;
  readonly value: number;
}

/** How readings are matched: where one was taken, and what those of one place say of each other. */
export interface Matching {
  /** Key of the place of a reading; null when it takes no part. */
  readonly place: (reading: RecordOf<'reading'>) => string | null;
  /** @param readings of one place, oldest first, two or more */
  readonly compare: (readings: readonly RecordOf<'reading'>[]) => readonly Pair[];
}
