import { Book } from '../../book/book';
import { type StandRow, standRow } from '../../book/stand-row';
import { rowsOf } from '../../book/tree-row';
import type { AnyRecord } from '../../contract/envelope';

/** Some trees of a survey that are worked out together. */
export interface Part {
  readonly scope: string;
  readonly trees: readonly string[];
  /** A JSON list: their records, those of trees that judge tools, and what belongs to no tree. */
  readonly records: string;
}

/** What works out a part, here or in another thread. */
export type WorkOut = (part: Part) => Promise<string>;

/**
 * The results of some trees.
 * @returns a JSON list of rows as the database names their columns; an empty one where the survey's protocol is missing
 */
export function workOutPart({ scope, trees, records }: Part): string {
  const book = new Book(JSON.parse(records) as readonly AnyRecord[]);
  const protocol = book.protocolOf(book.find('survey', scope));
  if (!protocol) return '[]';
  const wanted = new Set(trees);
  // which program made them is said once of the whole survey
  const rows = rowsOf(book, scope, { protocol: protocol.options, known: { rows: new Map(), program: '' } });
  return JSON.stringify(rows.filter((r) => wanted.has(r.id)).map((r) => named(scope, standRow(r), r.from)));
}

const named = (scope: string, r: StandRow, hash: string) => ({
  tree: r.id,
  scope,
  plot: r.plot,
  tag: r.tag,
  species: r.species,
  product: r.product,
  status: r.status,
  grade: r.grade,
  count: r.count,
  dbh: r.dbh,
  height: r.height,
  height_is_old: r.heightIsOld,
  basal_area: r.basalArea,
  volume: r.volume,
  board_feet: r.boardFeet,
  edge: r.edge,
  not_counted: r.notCounted,
  bad: r.bad,
  undecided: r.undecided,
  struck: r.struck,
  hash,
});

/** A worker thread: a part in, its rows out. */
export default workOutPart;
