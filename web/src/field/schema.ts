import type { DBSchema, IDBPDatabase } from 'idb';
import type { SurveyHead } from '../book/summary';
import type { TreeRow } from '../book/tree-row';
import type { AnyRecord } from '../contract/envelope';
import type { Unsent } from './refused';

/** Where a record lies: its scope, and within a survey the tree it is part of; '' for what belongs to no one tree. */
export interface Folder {
  readonly scope: string;
  readonly tree: string;
}
/** A record and where it lies. */
export interface Filed extends Folder {
  readonly record: AnyRecord;
}
/**
 * Scope, tree, and of a tree which of its entries, else the record's id: a survey, and each tree of it, is one stretch of
 * the store.
 */
export type Key = [scope: string, tree: string, entry: number | string];

/** Records that lie in one entry: some of one tree, or one that belongs to none. A survey is read as fast as it has few entries. */
export interface Pack {
  readonly ids: readonly string[];
  readonly records: readonly AnyRecord[];
}

export interface FieldSchema extends DBSchema {
  packs: { key: Key; value: Pack; indexes: { id: string } };
  outbox: { key: string; value: Unsent };
  /** What each tree was read with. */
  tools: { key: [scope: string, tree: string]; value: readonly string[] };
  /** Trees of which readings may judge each other: what they say of people and tools counts in their whole survey. */
  paired: { key: [scope: string, tree: string]; value: 1 };
  /** What a survey added up to when somebody last looked, and from which state of its records by which program. */
  heads: { key: string; value: KeptHead };
  rows: { key: string; value: readonly TreeRow[] };
  meta: { key: string; value: number | string | readonly AnyRecord[] | readonly string[] };
}
/** How often each scope was written to. */
export type Revisions = Readonly<Record<string, number>>;
export interface KeptHead {
  readonly head: SurveyHead;
  readonly revisions: Revisions;
  readonly program: string;
}
export type FieldDatabase = IDBPDatabase<FieldSchema>;

/** The scope of what hangs on something that is not here: nobody can say yet which survey it is of. */
export const UNFILED = '';
/** Under these a scope's cursor stands, and the last record of it that the server said it has. */
export const cursorKey = (scope: string) => `cursor ${scope}`;
export const acknowledgedKey = (scope: string) => `acknowledged ${scope}`;
/** Under this the surveys stand that the device carries. */
export const ALONG = 'along';
