import { oneOfSeveral } from '../book/called-line';
import { makeRecord } from '../book/make-records';
import type { Thing } from '../book/things';
import type { AnyRecord } from '../contract/envelope';
import { bookStore } from '../field/book-store';
import { makerNow } from '../field/device';
import { savedPreferences } from '../field/preferences';

/**
 * Makes one of several alike its own, so that it can be measured: the others are one fewer.
 * @param tag of the new record
 * @param measured whether one of them was measured already, under the number of them all: that is the one
 * @returns id of the one; null where it is one already
 */
export function oneOfAlike(tree: Thing<'tree'>, tag: string, measured: boolean): string | null {
  const split = oneOfSeveral(tree.body, tag, measured);
  if (!split) return null;
  const maker = makerNow(savedPreferences().person);
  const stays = makeRecord(maker, 'tree', split.stays, tree);
  const made = makeRecord(maker, 'tree', split.made);
  void bookStore.keep([stays, made] as AnyRecord[]);
  return measured ? tree.entity : made.entity;
}
