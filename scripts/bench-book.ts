// What the book costs, apart from any browser: with how many trees, what it takes to grow, and to say everything once.
import { PRESETS } from '@arbolito/core';
import { Book } from '../web/src/book/book';
import { sheetOf } from '../web/src/book/summary';
import { manyTrees } from './many-trees';

const rows = [];
for (const trees of [100, 10_000, 100_000]) {
  const { records, survey, more } = manyTrees(trees, PRESETS['forest-metric'].options);
  const t0 = performance.now();
  let book = new Book(records);
  const opened = performance.now() - t0;
  const t1 = performance.now();
  sheetOf(book, survey);
  const derived = performance.now() - t1;
  const t2 = performance.now();
  let [tree, stem] = ['', ''];
  const enters = 200;
  for (let i = 0; i < enters; i++) {
    const made = more(i);
    book = book.add(made).book;
    tree = made.find((r) => r.kind === 'tree')?.entity ?? tree;
    stem = made.find((r) => r.kind === 'stem')?.entity ?? stem;
    if (!book.tree(tree) || !stem) throw new Error('the tree in hand is not in the book');
  }
  const enter = (performance.now() - t2) / enters;
  const t3 = performance.now();
  sheetOf(book, survey);
  rows.push({ trees, opened, derived, enter, again: performance.now() - t3 });
}
console.log(JSON.stringify(rows));
