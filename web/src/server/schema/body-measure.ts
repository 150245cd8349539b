import { sql } from 'drizzle-orm';
import { check, date, doublePrecision, index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { person } from './person';
import { recordId } from './record';

export const bodyMeasure = pgTable(
  'body_measure',
  {
    id: recordId(),
    person: uuid()
      .notNull()
      .references(() => person.id),
    what: text().notNull(),
    value: doublePrecision().notNull(),
    footwear: text(),
    where: text(),
    on: date({ mode: 'string' }).notNull(),
  },
  (t) => [index('body_measure_person').on(t.person), check('body_measure_value', sql`${t.value} between 0.2 and 2.5`)],
);
