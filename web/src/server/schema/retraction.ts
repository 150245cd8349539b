import { index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { record, recordId } from './record';

export const retraction = pgTable(
  'retraction',
  {
    id: recordId(),
    record: uuid()
      .notNull()
      .references(() => record.id),
    reason: text(),
  },
  (t) => [index('retraction_record').on(t.record)],
);
