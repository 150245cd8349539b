import { createHash } from 'node:crypto';
import { Book } from '../../book/book';
import { rowsOf, rowsOfAlone } from '../../book/rows-of';
import { type StandRow, standRow } from '../../book/stand-row';
import type { TreeRow } from '../../book/tree-row';
import type { AnyRecord, RecordOf } from '../../contract/envelope';
import { KINDS } from '../../contract/kinds/index';
import type { Db } from '../db';
import { listed, recordsOf } from './filing';
import { groundRecords, pairedRecords } from './ground';
import { keepRows, keptOf } from './kept-rows';
import { isAmong, type Which } from './which';

/** Some trees of a survey that are worked out together. */
export interface Part {
  readonly scope: string;
  readonly which: Which;
  /** Trees whose readings judge each other's tools. */
  readonly paired: readonly string[];
  /** How the survey stood when it was begun: what belongs to no tree is the same for all its parts. */
  readonly stamp: string;
}

/** What works out a part, here or in another thread. */
export type WorkOut = (part: Part) => Promise<readonly StandRow[]>;

/** Works parts out where it is called. */
export const inPlace =
  (db: Db): WorkOut =>
  async (part) =>
    JSON.parse(await workOutPart(db, part)) as readonly StandRow[];

/**
 * Reads some trees, works their results out and keeps them.
 * @returns a JSON list of their rows; an empty one where the survey's protocol is missing
 */
export async function workOutPart(db: Db, part: Part): Promise<string> {
  const { scope, which, paired, stamp } = part;
  const [ground, judging, { alone, others }, kept] = await Promise.all([
    groundRecords(db, scope, stamp),
    pairedRecords(db, scope, stamp, paired),
    recordsOf(db, scope, which, paired),
    keptOf(db, scope, which),
  ]);
  const rows = rowsOfPart(scope, [...ground, ...judging, ...parsed(others)], parsed(alone), which);
  await keepRows(
    db,
    scope,
    rows.flatMap(({ row, hash }) => (kept.get(row.id) === hash ? [] : [{ ...row, hash }])),
  );
  return `[${rows.map((r) => r.text).join(',')}]`;
}
const parsed = (records: string) => JSON.parse(listed(records)) as readonly AnyRecord[];

/** A row, the same in JSON, and what it follows from and comes to in short. */
interface Worked {
  readonly row: StandRow;
  readonly text: string;
  readonly hash: string;
}

/**
 * The rows of some trees.
 * @param records of trees and of what belongs to none
 * @param alone those of trees of which there is their own record and nothing else
 */
export function rowsOfPart(scope: string, records: readonly AnyRecord[], alone: readonly AnyRecord[], which: Which): readonly Worked[] {
  const [called, others] = [[] as RecordOf<'tree'>[], [...records]];
  for (const r of alone)
    if (r.kind === 'tree' && r.schema === KINDS.tree.schema) called.push(r);
    else others.push(r);
  const book = new Book(others);
  const protocol = book.protocolOf(book.find('survey', scope));
  if (!protocol) return [];
  // which program made them is said once of the whole survey
  const under = { protocol: protocol.options, known: { rows: new Map(), program: '', short: (text: string) => text } };
  // trees that judge tools are there whether or not they are wanted
  const rows = rowsOf(book, scope, under, isAmong(which));
  return [...rows, ...rowsOfAlone(book, scope, called, under)].map(worked);
}

function worked(tree: TreeRow): Worked {
  const row = standRow(tree);
  const text = JSON.stringify(row);
  const hash = createHash('md5')
    .update(tree.from + text)
    .digest('base64');
  return { row, text, hash };
}
