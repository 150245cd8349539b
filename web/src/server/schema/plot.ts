import { sql } from 'drizzle-orm';
import { boolean, check, doublePrecision, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { recordId } from './record';
import { stratum } from './stratum';
import { survey } from './survey';

export const plot = pgTable(
  'plot',
  {
    id: recordId(),
    survey: uuid()
      .notNull()
      .references(() => survey.id),
    stratum: uuid().references(() => stratum.id),
    name: text().notNull(),
    longitude: doublePrecision(),
    latitude: doublePrecision(),
    slope: doublePrecision(),
    aspect: doublePrecision(),
    radius: doublePrecision(),
    width: doublePrecision(),
    length: doublePrecision(),
    basalAreaFactor: doublePrecision(),
    placeError: doublePrecision(),
    axis: doublePrecision(),
    state: text(),
    reason: text(),
    order: integer(),
    shifted: boolean(),
    edges: jsonb(),
    witnesses: jsonb(),
    counted: jsonb(),
    youngTrees: jsonb(),
    deadwood: jsonb(),
    minutes: doublePrecision(),
    note: text(),
  },
  (t) => [
    check('plot_place', sql`${t.latitude} between -90 and 90 and ${t.longitude} between -180 and 180`),
    check('plot_size', sql`${t.radius} > 0 and ${t.width} > 0 and ${t.length} > 0 and ${t.basalAreaFactor} > 0`),
    check('plot_ground', sql`${t.slope} between 0 and 80 and ${t.aspect} between 0 and 360`),
  ],
);
