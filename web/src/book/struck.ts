import type { AnyRecord, RecordOf } from '../contract/envelope';
import type { Book } from './book';

/** Something that is struck out now, and by which record. */
export interface Struck {
  readonly by: RecordOf<'strike-out'>;
  /** The newest version of what is struck out. */
  readonly thing: AnyRecord;
}

/** What is struck out of a thing, itself and what is part of it, each where it was struck; the newest first. */
export function struckIn(book: Book, id: string): readonly Struck[] {
  const records = book.recordsUnder(id);
  return records
    .flatMap((r): Struck[] => {
      if (r.kind !== 'strike-out' || book.find('strike-out', r.entity)?.latest.id !== r.id || !book.isStruck(r.body.entity)) return [];
      const thing = records.findLast((t) => t.entity === r.body.entity);
      return thing ? [{ by: r, thing }] : [];
    })
    .reverse();
}
