import { sql } from 'drizzle-orm';
import { bigint, boolean, doublePrecision, index, integer, jsonb, pgSchema, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core';

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
    /** What a reading of a diameter or a distance was taken with: two tools on one tree judge each other. */
    tool: text(),
  },
  (t) => [
    index('filed_tree').on(t.scope, t.tree),
    index('filed_order').on(t.scope, t.seq),
    index('filed_tool').on(t.scope, t.tree, t.tool).where(sql`${t.tool} is not null`),
  ],
);

/** A tree as it speaks for the land: SI, of its last visit. */
export const treeResult = derived.table(
  'tree_result',
  {
    tree: uuid().primaryKey(),
    scope: text().notNull(),
    plot: uuid(),
    tag: text().notNull(),
    species: text(),
    speciesId: uuid(),
    product: text(),
    status: text(),
    grade: text(),
    /** How many trees alike it stands for. */
    count: integer().notNull(),
    dbh: doublePrecision(),
    height: doublePrecision(),
    heightIsOld: boolean().notNull(),
    basalArea: doublePrecision(),
    volume: doublePrecision(),
    /** By log rule. */
    boardFeet: jsonb(),
    /** What makes up for an edge; null where nobody told where it stands. */
    edge: doublePrecision(),
    notCounted: text(),
    bad: boolean().notNull(),
    /** Open conflicts of it. */
    conflicts: integer().notNull(),
    struck: boolean().notNull(),
    /** What it follows from, in short. */
    hash: text().notNull(),
  },
  (t) => [index('tree_result_scope').on(t.scope, t.tree), index('tree_result_plot').on(t.plot)],
);

/** How far a survey is derived. */
export const derivation = derived.table('derivation', {
  scope: text().primaryKey(),
  /** Its records up to this place are in the results; those that every survey shares up to that one. */
  seq: bigint({ mode: 'number' }).notNull(),
  shared: bigint({ mode: 'number' }).notNull(),
  /** Up to which place its records are filed by tree. */
  filed: bigint({ mode: 'number' }).notNull(),
  program: text().notNull(),
  /** While all of it is derived anew: up to which tree, of how many; null when it is done. */
  through: uuid(),
  trees: integer().notNull(),
  done: integer().notNull(),
  at: timestamp({ withTimezone: true, mode: 'string', precision: 3 }).notNull(),
});

/** A survey's figures as they were answered, with what they came from. */
export const surveyResult = derived.table(
  'survey_result',
  {
    scope: text().notNull(),
    /** What was asked: units, confidence, errors. */
    asked: text().notNull(),
    seq: bigint({ mode: 'number' }).notNull(),
    shared: bigint({ mode: 'number' }).notNull(),
    program: text().notNull(),
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
