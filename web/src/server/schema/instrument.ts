import { sql } from 'drizzle-orm';
import { check, doublePrecision, jsonb, pgTable, text } from 'drizzle-orm/pg-core';
import { recordId } from './record';

export const instrument = pgTable(
  'instrument',
  { id: recordId(), name: text().notNull(), tool: text().notNull(), serial: text(), sigma: doublePrecision(), scale: jsonb() },
  (t) => [check('instrument_sigma', sql`${t.sigma} > 0`)],
);
