import { jsonb, pgTable, text } from 'drizzle-orm/pg-core';
import { recordId } from './record';

export const species = pgTable('species', {
  id: recordId(),
  code: text().notNull(),
  name: text().notNull(),
  latin: text(),
  figures: jsonb().notNull(),
});
