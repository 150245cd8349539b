import { sql } from 'drizzle-orm';
import { check, doublePrecision, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { recordId } from './record';
import { survey } from './survey';

export const stratum = pgTable(
  'stratum',
  {
    id: recordId(),
    survey: uuid()
      .notNull()
      .references(() => survey.id),
    name: text().notNull(),
    area: doublePrecision(),
    grossArea: doublePrecision(),
    outline: jsonb(),
  },
  (t) => [check('stratum_area', sql`${t.area} > 0 and ${t.grossArea} > 0`)],
);
