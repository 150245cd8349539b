import { pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { protocol } from './protocol';
import { recordId } from './record';
import { stem } from './stem';
import { visit } from './visit';

export const determination = pgTable('determination', {
  id: recordId(),
  stem: uuid()
    .notNull()
    .references(() => stem.id),
  visit: uuid()
    .notNull()
    .references(() => visit.id),
  quantity: text().notNull(),
  method: text().notNull(),
  protocol: uuid()
    .notNull()
    .references(() => protocol.id),
});
