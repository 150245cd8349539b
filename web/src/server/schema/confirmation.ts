import { index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { recordId } from './record';
import { tree } from './tree';

export const confirmation = pgTable(
  'confirmation',
  {
    id: recordId(),
    tree: uuid()
      .notNull()
      .references(() => tree.id),
    code: text().notNull(),
    what: text().notNull(),
  },
  (t) => [index('confirmation_tree').on(t.tree)],
);
