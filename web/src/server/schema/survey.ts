import { jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { protocol } from './protocol';
import { recordId } from './record';

export const survey = pgTable('survey', {
  id: recordId(),
  name: text().notNull(),
  kind: text().notNull(),
  protocol: uuid()
    .notNull()
    .references(() => protocol.id),
  place: text(),
  design: jsonb(),
});
