import { countOf } from '../book/called';
import { makeRecord } from '../book/make-records';
import type { AnyRecord, RecordOf } from '../contract/envelope';
import { bookStore } from '../field/book-store';
import { makerNow } from '../field/device';
import { savedPreferences } from '../field/preferences';

/**
 * Makes one of several alike its own, so that it can be measured: the others are one fewer.
 * @param tag of the one
 * @returns its id; null where it is one already
 */
export function oneOfAlike(tree: RecordOf<'tree'>, tag: string): string | null {
  const { called } = tree.body;
  const count = countOf(called);
  if (!called || count < 2) return null;
  const maker = makerNow(savedPreferences().person);
  const fewer = makeRecord(maker, 'tree', { ...tree.body, called: { ...called, count: count - 1 } }, tree);
  const one = makeRecord(maker, 'tree', { ...tree.body, tag, called: { ...called, count: 1 } });
  void bookStore.keep([fewer, one] as AnyRecord[]);
  return one.entity;
}
