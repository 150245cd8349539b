import type { ProtocolOptions } from '@arbolito/core';
import type { Book } from './book';
import { RowMaker } from './row-maker';
import type { TreeRow } from './tree-row';

/** The rows of a survey's trees that are in the book as of their last visits, struck-out ones too, by id. */
export function rowsOf(book: Book, survey: string, protocol: ProtocolOptions): readonly TreeRow[] {
  const trees = [...book.treesOf(survey), ...book.struckTreesOf(survey)].map((t) => t.entity);
  return rowsOfTrees(book, survey, trees.sort(), protocol);
}

/** The rows of some trees of a survey, in that order; those that are not in the book have none. */
export function rowsOfTrees(book: Book, survey: string, trees: readonly string[], protocol: ProtocolOptions): readonly TreeRow[] {
  const maker = new RowMaker(book, survey, protocol);
  return trees.flatMap((id) => (book.find('tree', id) ? [maker.last(id)] : []));
}
