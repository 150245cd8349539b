import { sql } from 'drizzle-orm';
import { bigint, boolean, check, integer, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';

/**
 * A row a scope, locked while records of it are stored: it gives the order within it, and holds what the list of surveys
 * says of it. It can be made anew from the records.
 */
export const scope = pgTable(
  'scope',
  {
    /** `shared`, or a survey's id. */
    id: text().primaryKey(),
    /** The place of its newest record, and so how many there are. */
    last: bigint({ mode: 'number' }).notNull().default(0),
    bytes: bigint({ mode: 'number' }).notNull().default(0),
    /** Of a survey's version in force; null while none is. */
    name: text(),
    place: text(),
    /** In force and not struck out. */
    trees: integer().notNull().default(0),
    struck: boolean().notNull().default(false),
    changed: timestamp({ withTimezone: true, mode: 'string', precision: 3 }).notNull().default(sql`now()`),
  },
  (t) => [check('scope_counts', sql`${t.last} >= 0 and ${t.bytes} >= 0 and ${t.trees} >= 0`)],
);

/**
 * The one id of this book: a cursor of another is told by it. It is made anew when the book is restored or found in another
 * database than before, as places in the order may then name other records.
 */
export const book = pgTable('book', {
  id: uuid().primaryKey().defaultRandom(),
  /** The database that the id was made for: the cluster's own identifier and the database's; null before one was noted. */
  database: text(),
});
