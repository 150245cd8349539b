import { type Maker, makeRecord } from '../book/make-records';
import type { AnyRecord, BodyOf } from '../contract/envelope';
import type { Kind } from '../contract/kinds/index';
import { bookStore } from './book-store';

/**
 * Keeps a new version of a thing as it stands now, with some fields changed. Nothing happens where it is not here.
 * @param entity its id
 */
export function changeThing<K extends Kind>(maker: Maker, kind: K, entity: string, change: Partial<BodyOf<K>>): void {
  const thing = bookStore.snapshot().book.find(kind, entity);
  if (thing) void bookStore.keep([makeRecord(maker, kind, { ...(thing.body as BodyOf<K>), ...change }, thing) as AnyRecord]);
}
