import { sql } from 'drizzle-orm';
import { bigint, boolean, index, integer, jsonb, pgSchema, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core';

/**
 * What follows from the records and is kept so that nobody waits for it: apart from them, never the only copy, made anew by
 * `npm run rebuild`. Nothing refers to it.
 */
export const derived = pgSchema('derived');

/** Which tree each record of a survey belongs to; null where it belongs to none. */
export const filed = derived.table(
  'filed',
  {
    record: uuid().primaryKey(),
    scope: text().notNull(),
    seq: bigint({ mode: 'number' }).notNull(),
    tree: uuid(),
  },
  (t) => [index('filed_tree').on(t.scope, t.tree), index('filed_order').on(t.scope, t.seq)],
);

/** A tree at one of its visits: all that lists and sums need of it. */
export const treeRow = derived.table(
  'tree_row',
  {
    scope: text().notNull(),
    tree: uuid().notNull(),
    /** Only zeros of a tree that was not measured. */
    visit: uuid().notNull(),
    /** Whether it is the last visit. */
    last: boolean().notNull(),
    tag: text().notNull(),
    plot: uuid(),
    species: text(),
    status: text(),
    /** SI, by name; null where there is none. */
    figures: jsonb().notNull(),
    /** All else of it. */
    rest: jsonb().notNull(),
    /** With the last visit: what the tree's rows follow from and what they say, in short. */
    hash: text(),
    /** With the last visit: what pairs of its readings say of tools; null where they say nothing. */
    errors: jsonb(),
    /** With the last visit: whose pace, tools and measures its figures follow from. */
    readBy: text().array(),
  },
  (t) => [primaryKey({ columns: [t.tree, t.visit] }), index('tree_row_scope').on(t.scope, t.tree), index('tree_row_plot').on(t.plot)],
);

/** How a survey is derived. */
export const surveyState = derived.table('survey_state', {
  scope: text().primaryKey(),
  /** Its records up to which place are filed by tree. */
  filed: bigint({ mode: 'number' }).notNull().default(0),
  /** What its rows follow from, and the code that made them; null until they were made to the end. */
  cursor: text(),
  code: text(),
  built: text(),
  /** What pairs of readings of all its trees say of tools. */
  errors: jsonb(),
  at: timestamp({ withTimezone: true, mode: 'string', precision: 3 }),
  /** The pass that is under way, or was broken off; null where none is. */
  pass: uuid(),
  /** How many trees it has looked at. */
  done: integer().notNull().default(0),
});

/** A survey's figures as they were answered, with what they came from. */
export const surveyAnswer = derived.table(
  'survey_answer',
  {
    scope: text().notNull(),
    /** What was asked: units and intervals. */
    asked: text().notNull(),
    cursor: text().notNull(),
    code: text().notNull(),
    at: timestamp({ withTimezone: true, mode: 'string', precision: 3 }).notNull(),
    answer: text().notNull(),
  },
  (t) => [primaryKey({ columns: [t.scope, t.asked] })],
);

/** Surveys whose results are to be brought up: noted with the records that ask for it, taken off when they are. */
export const due = derived.table(
  'due',
  {
    scope: text().primaryKey(),
    since: timestamp({ withTimezone: true, mode: 'string', precision: 3 }).notNull().default(sql`now()`),
    /** Counts what asked for it: what comes while it is worked at asks again. */
    wanted: integer().notNull().default(1),
    /** Tries that failed, one after the other. */
    tries: integer().notNull().default(0),
    next: timestamp({ withTimezone: true, mode: 'string', precision: 3 }).notNull().default(sql`now()`),
    /** Why the last try failed; null where none has. */
    error: text(),
    /** When somebody began to work at it; null while nobody does. */
    claimed: timestamp({ withTimezone: true, mode: 'string', precision: 3 }),
  },
  (t) => [index('due_next').on(t.next)],
);
