import { date, index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { person } from './person';
import { recordId } from './record';

export const paceCalibration = pgTable(
  'pace_calibration',
  {
    id: recordId(),
    person: uuid()
      .notNull()
      .references(() => person.id),
    counted: text().notNull(),
    runs: jsonb().notNull(),
    footwear: text(),
    on: date({ mode: 'string' }).notNull(),
  },
  (t) => [index('pace_calibration_person').on(t.person)],
);
