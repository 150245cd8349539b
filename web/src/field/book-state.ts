import { Book } from '../book/book';
import type { AnyRecord } from '../contract/envelope';
import type { SurveyLine } from '../contract/sync';
import type { Refused } from './refused';
import type { Coming } from './store';

/** What a page knows of the book and of where its records are. */
export interface BookState {
  /** The part of the book that this page holds. */
  readonly book: Book;
  /** Trees of which everything is in it that this device has. */
  readonly held: ReadonlySet<string>;
  /** Surveys that are carried and only partly here, and how far. */
  readonly coming: ReadonlyMap<string, Coming>;
  /** Whether the local store has been read; before that nothing can be said. */
  readonly loaded: boolean;
  /** Whether what this device carries is here to its end; until then a survey may lack trees. */
  readonly whole: boolean;
  /** The surveys this device carries. */
  readonly along: ReadonlySet<string>;
  /** Every survey of the server, as it last said; null before it did. */
  readonly surveys: readonly SurveyLine[] | null;
  /** The day on which the server's book was last taken in; null before. */
  readonly takenIn: string | null;
  readonly unsent: number;
  /** Of those, on their way to this device's disk: shown, but not kept yet. */
  readonly storing: number;
  /** What the server refused: for a person to decide over. */
  readonly refused: readonly Refused[];
  /** Records that this device's disk did not take: in this page alone. */
  readonly unsaved: readonly AnyRecord[];
  /** What keeps records from being saved here, as a sentence. */
  readonly trouble: string | null;
  /** Whether the server answered last time; null before the first try. */
  readonly reached: boolean | null;
}

/** Before anything is read. */
export const EMPTY: BookState = {
  book: new Book(),
  held: new Set(),
  coming: new Map(),
  loaded: false,
  whole: false,
  along: new Set(),
  surveys: null,
  takenIn: null,
  unsent: 0,
  storing: 0,
  refused: [],
  unsaved: [],
  trouble: null,
  reached: null,
};
