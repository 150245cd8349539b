import { sql } from 'drizzle-orm';
import { check, integer, pgTable, uuid } from 'drizzle-orm/pg-core';
import { recordId } from './record';
import { visit } from './visit';

export const station = pgTable(
  'station',
  {
    id: recordId(),
    visit: uuid()
      .notNull()
      .references(() => visit.id),
    number: integer().notNull(),
  },
  (t) => [check('station_number', sql`${t.number} between 1 and 99`)],
);
