import { and, eq, gt } from 'drizzle-orm';
import { SHARED } from '../../contract/scope';
import type { Db } from '../db';
import { derivation, record } from '../schema/index';
import { lastOf } from '../scope-repository';
import { type Counted, countTreesOf, type Filed, fileRecords, groundOf, listed, pairedTrees, recordsOf, treesAfter } from './filing';
import { countRows, type Kept, type KeptRow, keepRows, keptOf, onPlots, type Which } from './kept-rows';
import { type WorkOut, workOutPart } from './part';

/** So many records are worked with at once: a survey of much-measured trees goes in smaller parts. */
const RECORDS_AT_ONCE = 40_000;
/** So many parts are under way. */
const AHEAD = 3;

export type Derivation = typeof derivation.$inferSelect;
/** Told after each part, with the rows that were worked out. */
export type Progress = (state: Derivation, rows: readonly KeptRow[]) => void;
/** How it is done. */
interface Doing {
  readonly tell: Progress;
  readonly workOut: WorkOut;
  /** So many trees at once: a few seconds' work at most is lost when it is interrupted. */
  readonly atOnce: number;
}
const IN_PLACE: Doing = { tell: () => {}, workOut: async (part) => workOutPart(part), atOnce: 4000 };

export async function derivationOf(db: Db, scope: string): Promise<Derivation | null> {
  const [row] = await db.select().from(derivation).where(eq(derivation.scope, scope));
  return row ?? null;
}

/** How a survey's records stand: the places of its newest and of the newest that every survey shares. */
const standingOf = async (db: Db, scope: string) => {
  const [last, shared] = await Promise.all([lastOf(db, scope), lastOf(db, SHARED)]);
  return { last, shared: shared ?? 0 };
};
const isCurrent = (state: Derivation, { last, shared }: Awaited<ReturnType<typeof standingOf>>, program: string): boolean =>
  state.through === null && state.program === program && state.seq === last && state.shared === shared;

/** Whether a survey's results are those of all its records, made by this program. */
export async function isUpToDate(db: Db, scope: string, program: string): Promise<boolean> {
  const state = await derivationOf(db, scope);
  return state !== null && isCurrent(state, await standingOf(db, scope), program);
}

/**
 * Brings a survey's results up to its records: only the trees that something new may change, or all of them, a part at a
 * time, where an interrupted pass goes on.
 * @param program names the program: what another one made is made again
 * @param doing who is told, and what works parts out: in place unless said otherwise
 * @returns how it stands; null where there is no such survey or half of it is missing
 */
export async function bringUp(db: Db, scope: string, program: string, doing: Partial<Doing> = {}): Promise<Derivation | null> {
  const how: Doing = { ...IN_PLACE, ...doing };
  const before = await derivationOf(db, scope);
  // read before the records are: what comes meanwhile is for the next time
  const standing = await standingOf(db, scope);
  if (standing.last === null) return null;
  if (before !== null && isCurrent(before, standing, program)) return before;
  const news: Filed[] = [];
  const filedTo = await fileRecords(db, scope, before?.filed ?? 0, (f) => news.push(f));
  const state: Derivation = {
    ...(before ?? { scope, program, trees: 0, done: 0, through: null, at: '' }),
    seq: filedTo,
    shared: standing.shared,
    filed: filedTo,
    at: new Date().toISOString(),
  };
  const same = before !== null && before.program === program && !(await sharedMatters(db, before.shared, state.shared));
  // asked for once: it looks at every tree
  let paired: Promise<readonly string[]> | null = null;
  const judging = () => {
    paired ??= pairedTrees(db, scope);
    return paired;
  };
  const touched = same ? await touchedBy(db, news, judging) : null;
  if (touched !== null && touched.length > 0) await someTrees(db, state, touched, await judging(), how);
  // a pass over all of them that was interrupted goes on where it was, with what came meanwhile worked out above
  if (touched === null || (before?.through ?? null) !== null)
    return everyTree(
      db,
      { ...state, program },
      await judging(),
      touched === null ? NONE : (before?.through ?? NONE),
      touched === null ? 0 : state.done,
      how,
    );
  const trees = touched.length > 0 ? await countRows(db, scope) : state.trees;
  const done = { ...state, trees, done: trees, through: null };
  await keep(db, done);
  how.tell(done, []);
  return done;
}

/** Kinds of which a new thing changes no tree that is there: trees that lean on it come after it. */
const NEW_CHANGES_NOTHING: ReadonlySet<string> = new Set([
  'species',
  'person',
  'protocol',
  'instrument',
  'plot',
  'stratum',
  'survey',
  'clock-check',
]);

/** Whether what came of what every survey shares may change trees that are there. */
async function sharedMatters(db: Db, from: number, to: number): Promise<boolean> {
  if (from === to) return false;
  const rows = await db
    .select({ id: record.id, entity: record.entity, kind: record.kind })
    .from(record)
    .where(and(eq(record.scope, SHARED), gt(record.seq, from)));
  return rows.some((r) => r.id !== r.entity || !NEW_CHANGES_NOTHING.has(r.kind));
}

/**
 * The trees that news may change; null where that may be any of them.
 * @param judging gives the trees whose readings judge each other's tools
 */
async function touchedBy(db: Db, news: readonly Filed[], judging: () => Promise<readonly string[]>): Promise<readonly string[] | null> {
  const trees = new Set<string>();
  const plots: string[] = [];
  for (const { kind, entity, first, tree } of news) {
    if (tree !== null) trees.add(tree);
    else if (first && NEW_CHANGES_NOTHING.has(kind)) continue;
    // a plot that says something else of itself judges its own trees anew
    else if (kind === 'plot') plots.push(entity);
    else return null;
  }
  for (const tree of await onPlots(db, plots)) trees.add(tree);
  // what readings say of a tool counts for every tree that it read
  const paired = trees.size === 0 ? [] : await judging();
  return paired.some((t) => trees.has(t)) ? null : [...trees].sort();
}

/**
 * Every tree after one of them: while parts are worked out the next is read, and the one before written, in their order.
 * @param paired trees whose readings judge each other's tools
 * @param from the tree after which to go on
 * @param done how many were worked out before
 */
async function everyTree(
  db: Db,
  state: Derivation,
  paired: readonly string[],
  from: string,
  done: number,
  { tell, workOut, atOnce }: Doing,
): Promise<Derivation> {
  const { scope } = state;
  const [trees, ground] = await Promise.all([countTreesOf(db, scope), groundFor(db, scope, paired)]);
  let now: Derivation = { ...state, trees, done, through: from };
  await keep(db, now);
  let after: string | undefined = from;
  const ahead: Working[] = [];
  let written: Promise<void> = Promise.resolve();
  for (;;) {
    while (after !== undefined && ahead.length < AHEAD) {
      const part = await treesAfter(db, scope, after, atOnce, RECORDS_AT_ONCE);
      const to = part.at(-1)?.tree;
      if (to !== undefined) ahead.push(begin(db, scope, part, { after, to }, ground, workOut));
      after = to;
    }
    const next = ahead.shift();
    if (!next) break;
    const rows = await next.rows;
    await written;
    now = { ...now, through: next.part.at(-1)?.tree ?? null, done: now.done + next.part.length };
    written = writePart(db, now, rows, await next.kept, tell);
    written.catch(() => {});
  }
  await written;
  now = { ...now, through: null, done: trees };
  await keep(db, now);
  tell(now, []);
  return now;
}
/** Before the first tree. */
const NONE = '00000000-0000-0000-0000-000000000000';

async function writePart(db: Db, state: Derivation, rows: readonly KeptRow[], kept: Kept, tell: Progress): Promise<void> {
  await keepRows(db, state.scope, rows, kept);
  await keep(db, state);
  tell(state, rows);
}

async function keep(db: Db, state: Derivation): Promise<void> {
  await db.insert(derivation).values(state).onConflictDoUpdate({ target: derivation.scope, set: state });
}

/** What every tree of a survey leans on, as it was sent. */
interface Ground {
  readonly records: readonly string[];
  readonly paired: readonly string[];
}
async function groundFor(db: Db, scope: string, paired: readonly string[]): Promise<Ground> {
  const records = await Promise.all([groundOf(db, SHARED), groundOf(db, scope), recordsOf(db, scope, { trees: paired })]);
  return { records, paired };
}

/** A part that is being worked out, and what is there of it. */
interface Working {
  readonly part: readonly Counted[];
  readonly rows: Promise<readonly KeptRow[]>;
  readonly kept: Promise<Kept>;
}
function begin(db: Db, scope: string, part: readonly Counted[], which: Which, ground: Ground, workOut: WorkOut): Working {
  const trees = part.map((t) => t.tree);
  const alone = part.flatMap(({ tree, records }) => (records === 1 ? [tree] : []));
  const rows = recordsOf(db, scope, which, ground.paired)
    .then((own) => workOut({ scope, trees, alone, records: listed(...ground.records, own) }))
    .then((text) => JSON.parse(text) as readonly KeptRow[]);
  const kept = keptOf(db, scope, which);
  // whoever waits for them hears of their failure; one that nobody waits for any more may fail in silence
  for (const promised of [rows, kept]) promised.catch(() => {});
  return { part, rows, kept };
}

async function someTrees(
  db: Db,
  state: Derivation,
  trees: readonly string[],
  paired: readonly string[],
  { tell, workOut, atOnce }: Doing,
): Promise<void> {
  const { scope } = state;
  const ground = await groundFor(db, scope, paired);
  for (let i = 0; i < trees.length; i += atOnce) {
    const some = trees.slice(i, i + atOnce);
    // not worth counting what there is of each
    const part = some.map((tree) => ({ tree, records: Number.POSITIVE_INFINITY }));
    const { rows, kept } = begin(db, scope, part, { trees: some }, ground, workOut);
    const made = await rows;
    await keepRows(db, scope, made, await kept);
    tell(state, made);
  }
}
