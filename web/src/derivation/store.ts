import type { ToolError } from '../book/tool-errors';
import type { TreeRow } from '../book/tree-row';
import type { AnyRecord } from '../contract/envelope';

/** How the records stood that rows follow from: equal where nothing came since. What it holds only its store knows. */
export type Cursor = string;

/** The code that makes rows: what another code made is made anew, and an older one leaves what a newer one made. */
export interface Version {
  /** The same for the same code. */
  readonly code: string;
  /** When its sources came, ISO 8601. */
  readonly built: string;
}

/** How a survey was derived last. */
export interface Derived {
  readonly cursor: Cursor;
  readonly version: Version;
  /** What pairs of readings of all its trees say of tools. */
  readonly errors: readonly ToolError[];
}

/** Names what rows follow from: the same for the same records and code. */
export const nameOf = ({ cursor, version }: Pick<Derived, 'cursor' | 'version'>): string => `${cursor} ${version.code}`;

/** A record that came, as far as it says which trees may change. */
export interface News {
  readonly kind: string;
  readonly entity: string;
  /** Whether it is the first of its thing. */
  readonly first: boolean;
  /** The tree it is part of; null of one that belongs to none. */
  readonly tree: string | null;
  /** Whose measure or pace it is; null of any other record. */
  readonly person: string | null;
}

/** Trees that follow each other: after one as far as another, that one too. */
export interface Range {
  readonly after: string;
  readonly to: string;
}
/** Some trees of a survey. */
export type Which = { readonly trees: readonly string[] } | Range;

/** The ids of trees lie between these. */
export const FIRST = '00000000-0000-0000-0000-000000000000';
export const LAST = 'ffffffff-ffff-ffff-ffff-ffffffffffff';

/** Whether a tree is one of some. */
export function isAmong(which: Which): (tree: string) => boolean {
  if (!('trees' in which)) return (tree) => tree > which.after && tree <= which.to;
  const trees = new Set(which.trees);
  return (tree) => trees.has(tree);
}

/** What the rows of a tree follow from, and what they say, in short. */
export interface Hashes {
  /** As long as this and the code stay, so do the rows. */
  readonly from: string;
  /** Rows that say the same need not be written again. */
  readonly content: string;
}

/** The rows of a tree: one a visit, the last one last; one of a tree that was not measured, or was struck out. */
export interface TreeRows {
  readonly tree: string;
  readonly rows: readonly TreeRow[];
  readonly hashes: Hashes;
  /** What pairs of its own readings say of tools. */
  readonly errors: readonly ToolError[];
  /** Whose pace, tools and measures its figures follow from. */
  readonly readBy: readonly string[];
}

/** What came of a part: trees whose rows are new, and trees of which nothing is in the book any more. */
export interface Kept {
  readonly made: readonly TreeRows[];
  readonly gone: readonly string[];
  /** How many trees were looked at. */
  readonly trees: number;
}

/** A newer pass over the same survey began: nothing of this one is kept any more. */
export class Superseded extends Error {
  constructor() {
    super('another pass over this survey began');
  }
}

/** What the engine needs of where a survey's records and rows lie: IndexedDB on a device, PostgreSQL on the server. */
export interface DerivationStore {
  readonly survey: string;
  /** How its records stand now; null where there is no such survey. */
  cursor(): Promise<Cursor | null>;
  /** How it was derived last; null where it never was to its end. */
  derived(): Promise<Derived | null>;
  /** What came since; null where that is not known any more. It may tell more than there was by the cursor read before. */
  newsSince(cursor: Cursor): Promise<readonly News[] | null>;
  /** Trees with rows that stand on some plots. */
  treesOnPlots(plots: readonly string[]): Promise<readonly string[]>;
  /** Trees with rows that follow from somebody's pace, tools or measures. */
  treesReadBy(who: ReadonlySet<string>): Promise<readonly string[]>;
  /** What pairs of readings say of tools, by tree. */
  toolErrors(): Promise<ReadonlyMap<string, readonly ToolError[]>>;
  /** All trees in parts that are worked out at once, by id: those that have records, and those that have rows. */
  parts(): AsyncIterator<Which>;
  /** All that belongs to no tree, of the survey and of what every survey shares: read once for a cursor, or later. */
  context(cursor: Cursor): Promise<readonly AnyRecord[]>;
  recordsOf(which: Which): Promise<readonly AnyRecord[]>;
  /** The hashes of trees that have rows, by tree. */
  hashes(which: Which): Promise<ReadonlyMap<string, Hashes>>;
  /**
   * Begins a pass. Where other code derived the survey before, it counts as derived no more: rows may be of either from now on.
   * @returns its id: passes that were begun before keep nothing more
   */
  begin(version: Version): Promise<string>;
  /** Keeps a part in place of what was there of its trees. @throws Superseded */
  keep(pass: string, part: Kept): Promise<void>;
  /** Ends a pass: only now the survey counts as derived. @throws Superseded */
  end(pass: string, derived: Derived): Promise<void>;
}
