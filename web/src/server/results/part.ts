import { hash } from 'node:crypto';
import { Book } from '../../book/book';
import { rowsOf, rowsOfAlone } from '../../book/rows-of';
import { type StandRow, standRow } from '../../book/stand-row';
import type { TreeRow } from '../../book/tree-row';
import type { AnyRecord, RecordOf } from '../../contract/envelope';
import { KINDS } from '../../contract/kinds/index';
import type { Db } from '../db';
import { recordsOf } from './filing';
import { groundRecords, pairedRecords } from './ground';
import { dropRows, keepRows, keptOf } from './kept-rows';
import { saidOf, type WorkedPart } from './row-text';
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
export type WorkOut = (part: Part) => Promise<WorkedPart>;

/** Works parts out where it is called. */
export const inPlace =
  (db: Db): WorkOut =>
  (part) =>
    workOutPart(db, part);

/**
 * Reads some trees, works their results out and keeps them.
 * @returns their rows, and what is said of each; none where the survey's protocol is missing
 */
export async function workOutPart(db: Db, part: Part): Promise<WorkedPart & { readonly said: readonly string[] }> {
  const { scope, which, paired, stamp } = part;
  const [ground, judging, { alone, others }, kept] = await Promise.all([
    groundRecords(db, scope, stamp),
    pairedRecords(db, scope, stamp, paired),
    recordsOf(db, scope, which, paired),
    keptOf(db, scope, which),
  ]);
  const rows = rowsOfPart(scope, [...ground, ...judging, ...others], alone, which);
  const changed = rows.flatMap((row) => {
    const short = inShort(row);
    return kept.get(row.row.id) === short ? [] : [{ ...row.row, hash: short }];
  });
  const made = new Set(rows.map((r) => r.row.id));
  const gone = [...kept.keys()].filter((id) => !made.has(id));
  await keepRows(db, scope, changed);
  await dropRows(db, gone);
  return { rows: rows.map((r) => r.row), said: rows.map((r) => r.said), gone };
}

/** A row, what it says, and what it follows from. */
interface Worked {
  readonly row: StandRow;
  readonly said: string;
  readonly from: string;
}
/** What a row follows from and comes to. */
const inShort = ({ said, from }: Worked): string => hash('md5', from + said, 'base64');

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
  const plots = plotsOf(others, called);
  // a survey has plots by the thousand, and one on which none of these trees ever stood says nothing of them
  const book = new Book(others.filter((r) => r.kind !== 'plot' || plots.has(r.entity)));
  const protocol = book.protocolOf(book.find('survey', scope));
  if (!protocol) return [];
  // which program made them is said once of the whole survey, and nobody holds its trees against each other here
  const under = {
    protocol: protocol.options,
    alike: false as const,
    known: { rows: new Map(), program: '', short: (text: string) => text },
  };
  // trees that judge tools are there whether or not they are wanted
  const rows = rowsOf(book, scope, under, isAmong(which));
  return [...rows, ...rowsOfAlone(book, scope, called, under)].map(worked);
}

/** The plots that any version of some trees names. */
function plotsOf(...lists: readonly (readonly AnyRecord[])[]): ReadonlySet<string | null | undefined> {
  const plots = new Set<string | null | undefined>();
  for (const records of lists) for (const r of records) if (r.kind === 'tree') plots.add(r.body.plot);
  return plots;
}

function worked(tree: TreeRow): Worked {
  const row = standRow(tree);
  return { row, said: saidOf(row), from: tree.from };
}
