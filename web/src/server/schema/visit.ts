import { date, index, pgTable, uuid } from 'drizzle-orm/pg-core';
import { recordId } from './record';
import { tree } from './tree';

export const visit = pgTable(
  'visit',
  {
    id: recordId(),
    tree: uuid()
      .notNull()
      .references(() => tree.id),
    on: date({ mode: 'string' }).notNull(),
  },
  (t) => [index('visit_tree').on(t.tree)],
);
