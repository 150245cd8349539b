import { sql } from 'drizzle-orm';
import { check, index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { calibration } from './calibration';
import { determination } from './determination';
import { instrument } from './instrument';
import { recordId } from './record';
import { station } from './station';
import { stem } from './stem';
import { visit } from './visit';

export const reading = pgTable(
  'reading',
  {
    id: recordId(),
    stem: uuid()
      .notNull()
      .references(() => stem.id),
    visit: uuid()
      .notNull()
      .references(() => visit.id),
    determination: uuid()
      .notNull()
      .references(() => determination.id),
    station: uuid().references(() => station.id),
    shot: integer().notNull(),
    instrument: uuid().references(() => instrument.id),
    calibration: uuid().references(() => calibration.id),
    typed: text().notNull(),
    read: jsonb().notNull(),
  },
  (t) => [index('reading_stem').on(t.stem), check('reading_shot', sql`${t.shot} between 1 and 99`)],
);
