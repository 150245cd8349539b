import type { DBSchema, IDBPDatabase } from 'idb';
import type { SurveyHead } from '../book/summary';
import type { ToolError } from '../book/tool-errors';
import type { AnyRecord } from '../contract/envelope';
import type { News as Came, Derived, TreeRows } from '../derivation/store';
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
  /** What came last of each tree, and of each thing that belongs to none, and in which writing to its scope. */
  changes: { key: [scope: string, id: string]; value: Changed; indexes: { writing: [scope: string, writing: number] } };
  /** How each survey was derived, its trees' rows, and what pairs of readings of its trees say of tools. */
  derived: { key: string; value: Derived };
  treeRows: { key: [survey: string, tree: string]; value: TreeRows };
  toolErrors: { key: [survey: string, tree: string]; value: readonly ToolError[] };
  /** What a survey added up to when somebody last looked. */
  heads: { key: string; value: KeptHead };
  meta: { key: string; value: number | string | readonly AnyRecord[] | readonly string[] };
}
/** How often each scope was written to. */
export type Revisions = Readonly<Record<string, number>>;
/** Something that came, in which writing to its scope. */
export interface Changed extends Came {
  readonly scope: string;
  readonly writing: number;
}
export interface KeptHead {
  readonly head: SurveyHead;
  /** The derivation that it sums up. */
  readonly of: Pick<Derived, 'cursor' | 'version'>;
}
export type FieldDatabase = IDBPDatabase<FieldSchema>;

/** The scope of what hangs on something that is not here: nobody can say yet which survey it is of. */
export const UNFILED = '';
/** Under these a scope's cursor stands, and the last record of it that the server said it has. */
export const cursorKey = (scope: string) => `cursor ${scope}`;
export const acknowledgedKey = (scope: string) => `acknowledged ${scope}`;
/** Under this the surveys stand that the device carries. */
export const ALONG = 'along';

/** What follows from the records. */
export const DERIVED = ['derived', 'treeRows', 'toolErrors', 'heads'] as const;
