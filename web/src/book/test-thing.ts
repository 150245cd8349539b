import type { AnyRecord, RecordOf } from '../contract/envelope';
import type { Kind } from '../contract/kinds/index';
import { Book } from './book';
import type { Thing } from './things';

/** The thing that a record, and maybe further versions of it, are of. */
export function thingOf<K extends Kind>(record: RecordOf<K>, ...more: readonly RecordOf<K>[]): Thing<K> {
  const found = new Book([record, ...more] as unknown as AnyRecord[]).find(record.kind as K, record.entity);
  if (!found) throw new Error('no version of the thing is in force');
  return found;
}
