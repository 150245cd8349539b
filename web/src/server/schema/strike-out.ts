import { index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { record, recordId } from './record';

export const strikeOut = pgTable(
  'strike_out',
  {
    id: recordId(),
    entity: uuid()
      .notNull()
      .references(() => record.id),
    reason: text(),
    /** What its maker saw; null where it takes all that is there. */
    seen: uuid().array(),
  },
  (t) => [index('strike_out_entity').on(t.entity)],
);
