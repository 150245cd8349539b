import { sql } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import { bigint, check, index, integer, pgTable, text, timestamp, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { scope } from './scope';

/** What every record carries; its kind's own table holds the body under the same id. Rows are never changed or deleted. */
export const record = pgTable(
  'record',
  {
    id: uuid().primaryKey(),
    entity: uuid().notNull(),
    supersedes: uuid().references((): AnyPgColumn => record.id),
    /** Further versions that it replaces, where several were in force. */
    alsoSupersedes: uuid().array(),
    kind: text().notNull(),
    schema: integer().notNull(),
    device: text().notNull(),
    person: uuid(),
    at: timestamp({ withTimezone: true, mode: 'string', precision: 3 }).notNull(),
    scope: text()
      .notNull()
      .references(() => scope.id),
    /** Its place in the order of its scope, from 1 without a gap; pulling goes by it. */
    seq: bigint({ mode: 'number' }).notNull(),
    hash: text().notNull(),
    /** The whole record as it came, JSON: what a pull gives back. The columns here and in its kind's table can be rebuilt from it. */
    sent: text().notNull(),
  },
  (t) => [
    uniqueIndex('record_order').on(t.scope, t.seq),
    index('record_entity').on(t.entity),
    index('record_kind').on(t.kind),
    check('record_also_supersedes', sql`${t.alsoSupersedes} is null or ${t.supersedes} is not null`),
    check('record_first_version', sql`(${t.supersedes} is null) = (${t.entity} = ${t.id})`),
    check('record_schema', sql`${t.schema} >= 1`),
  ],
);

/** The id column every kind's table begins with. */
export const recordId = () =>
  uuid()
    .primaryKey()
    .references(() => record.id);
