import { sql } from 'drizzle-orm';
import { check, doublePrecision, index, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { plot } from './plot';
import { recordId } from './record';
import { species } from './species';
import { survey } from './survey';

export const tree = pgTable(
  'tree',
  {
    id: recordId(),
    survey: uuid()
      .notNull()
      .references(() => survey.id),
    plot: uuid().references(() => plot.id),
    tag: text().notNull(),
    species: uuid().references(() => species.id),
    azimuth: doublePrecision(),
    distance: doublePrecision(),
    longitude: doublePrecision(),
    latitude: doublePrecision(),
    product: text(),
    place: jsonb(),
    status: text(),
    crownClass: text(),
    damage: text(),
    cutOrLeave: text(),
    cull: doublePrecision(),
    grade: text(),
    own: jsonb(),
    called: jsonb(),
    note: text(),
  },
  (t) => [
    index('tree_survey').on(t.survey),
    index('tree_plot').on(t.plot),
    check('tree_azimuth', sql`${t.azimuth} between 0 and 360 and ${t.distance} >= 0`),
  ],
);
