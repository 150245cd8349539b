import { jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { instrument } from './instrument';
import { recordId } from './record';

export const calibration = pgTable('calibration', {
  id: recordId(),
  instrument: uuid()
    .notNull()
    .references(() => instrument.id),
  what: text().notNull(),
  found: jsonb().notNull(),
});
