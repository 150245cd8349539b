import { sql } from 'drizzle-orm';
import { check, doublePrecision, pgTable, text } from 'drizzle-orm/pg-core';
import { recordId } from './record';

export const person = pgTable(
  'person',
  { id: recordId(), name: text().notNull(), eyeHeight: doublePrecision(), reach: doublePrecision() },
  (t) => [check('person_eye_height', sql`${t.eyeHeight} between 0.8 and 2.5`), check('person_reach', sql`${t.reach} between 0.3 and 1`)],
);
