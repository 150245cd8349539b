import { v5 } from 'uuid';
import type { AnyRecord, RecordOf } from '../contract/envelope';
import { KINDS } from '../contract/kinds/index';
import type { Book } from './book';
import { type Maker, strikeOutOf } from './make-records';
import { withIds } from './with-ids';

/**
 * The id of a copy: the old one's time and order (made in one millisecond they differ in the 11th byte at the latest), and
 * of the rest what the old one and the survey make together. So whoever copies, wherever, makes the same id.
 * @source RFC 9562: version 8, the rest by SHA-1
 */
export const copiedId = (id: string, survey: string): string => `${id.slice(0, 14)}8${id.slice(15, 26)}${v5(id, survey).slice(26)}`;

/**
 * A tree with all that was read of it, moved to another survey: every version copied there as it was made, by its maker and
 * at its time, and the tree struck out where it was. Done twice, on any device, the copies are the same.
 * @param survey entity of the survey it goes to
 * @returns nothing where the tree is not in the book, or is in that survey already
 */
export function moveTree(
  book: Book,
  tree: string,
  survey: string,
  maker: Maker,
): { readonly tree: string; readonly records: readonly AnyRecord[] } | null {
  const now = book.find('tree', tree);
  if (!now || now.body.survey === survey || !book.find('survey', survey)) return null;
  const own = book.recordsUnder(tree);
  const ids = new Map(own.map((r) => [r.id, copiedId(r.id, survey)]));
  const copies = own.map((record): AnyRecord => {
    const copy = withIds(record, ids);
    // the book reads older bodies as they are written today
    copy.schema = Math.max(copy.schema, KINDS[copy.kind].schema);
    // its plot stays behind: a plot is part of one survey
    return copy.kind === 'tree' ? { ...copy, body: { ...(copy as RecordOf<'tree'>).body, survey, plot: null } } : copy;
  });
  const struck = strikeOutOf(maker, book, tree, 'moved to another survey');
  return { tree: copiedId(tree, survey), records: [...copies, struck as AnyRecord] };
}
