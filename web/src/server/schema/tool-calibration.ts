import { sql } from 'drizzle-orm';
import { check, date, doublePrecision, index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { person } from './person';
import { recordId } from './record';

export const toolCalibration = pgTable(
  'tool_calibration',
  {
    id: recordId(),
    person: uuid()
      .notNull()
      .references(() => person.id),
    tool: text().notNull(),
    sigma: doublePrecision().notNull(),
    bias: doublePrecision().notNull(),
    biasSigma: doublePrecision(),
    pairs: integer().notNull(),
    on: date({ mode: 'string' }).notNull(),
  },
  (t) => [index('tool_calibration_person').on(t.person), check('tool_calibration_sigma', sql`${t.sigma} > 0 and ${t.sigma} <= 1`)],
);
