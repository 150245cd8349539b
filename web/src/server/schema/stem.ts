import { sql } from 'drizzle-orm';
import { check, index, integer, pgTable, uuid } from 'drizzle-orm/pg-core';
import { recordId } from './record';
import { tree } from './tree';

export const stem = pgTable(
  'stem',
  {
    id: recordId(),
    tree: uuid()
      .notNull()
      .references(() => tree.id),
    number: integer().notNull(),
  },
  (t) => [index('stem_tree').on(t.tree), check('stem_number', sql`${t.number} between 1 and 99`)],
);
