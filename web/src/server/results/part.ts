import { createHash } from 'node:crypto';
import { Book } from '../../book/book';
import { standRow } from '../../book/stand-row';
import { rowsOf, rowsOfAlone, type TreeRow } from '../../book/tree-row';
import type { AnyRecord, RecordOf } from '../../contract/envelope';
import { KINDS } from '../../contract/kinds/index';
import type { KeptRow } from './kept-rows';

/** Some trees of a survey that are worked out together. */
export interface Part {
  readonly scope: string;
  readonly trees: readonly string[];
  /** Those of them of which there is their own record and nothing else. */
  readonly alone: readonly string[];
  /** A JSON list: their records, those of trees that judge tools, and what belongs to no tree. */
  readonly records: string;
}

/** What works out a part, here or in another thread. */
export type WorkOut = (part: Part) => Promise<string>;

/**
 * The results of some trees.
 * @returns a JSON list of rows as they are kept; an empty one where the survey's protocol is missing
 */
export function workOutPart({ scope, trees, alone, records }: Part): string {
  const all = JSON.parse(records) as readonly AnyRecord[];
  const single = new Set(alone);
  const [called, others] = [[] as RecordOf<'tree'>[], [] as AnyRecord[]];
  for (const r of all)
    if (r.kind === 'tree' && single.has(r.id) && r.schema === KINDS.tree.schema) called.push(r);
    else others.push(r);
  const book = new Book(others);
  const protocol = book.protocolOf(book.find('survey', scope));
  if (!protocol) return '[]';
  const wanted = new Set(trees);
  // which program made them is said once of the whole survey
  const under = { protocol: protocol.options, known: { rows: new Map(), program: '', short: (text: string) => text } };
  const rows = [...rowsOf(book, scope, under).filter((r) => wanted.has(r.id)), ...rowsOfAlone(book, scope, called, under)];
  return `[${rows.map(kept).join(',')}]`;
}

/** A row as it is kept, in JSON. */
function kept(row: TreeRow): string {
  const stand = JSON.stringify(standRow(row));
  const hash: Pick<KeptRow, 'hash'> = {
    hash: createHash('md5')
      .update(row.from + stand)
      .digest('base64'),
  };
  return `${stand.slice(0, -1)},${JSON.stringify(hash).slice(1)}`;
}

/** A worker thread: a part in, its rows out. */
export default workOutPart;
