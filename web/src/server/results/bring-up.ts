import { and, eq, gt } from 'drizzle-orm';
import { Book } from '../../book/book';
import { standRow } from '../../book/stand-row';
import { rowsOf } from '../../book/tree-row';
import type { AnyRecord } from '../../contract/envelope';
import { SHARED } from '../../contract/scope';
import type { Db } from '../db';
import { derivation, record } from '../schema/index';
import { lastOf } from '../scope-repository';
import { countTreesOf, type Filed, fileRecords, groundOf, pairedTrees, recordsOf, treesAfter } from './filing';
import { countRows, type KeptRow, keepRows, onPlots } from './kept-rows';

/** So many trees are worked out at once: a few seconds' work at most is lost when it is interrupted. */
const AT_ONCE = 1000;

export type Derivation = typeof derivation.$inferSelect;
/** Told after each part, with the trees that were worked out. */
export type Progress = (state: Derivation, trees: readonly string[]) => void;

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
 * @returns how it stands; null where there is no such survey or half of it is missing
 */
export async function bringUp(db: Db, scope: string, program: string, tell: Progress = () => {}): Promise<Derivation | null> {
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
  const touched = same ? await touchedBy(db, scope, news) : null;
  if (touched !== null && touched.length > 0) await workOut(db, scope, program, touched, await groundFor(db, scope));
  // a pass over all of them that was interrupted goes on where it was, with what came meanwhile worked out above
  if (touched === null || (before?.through ?? null) !== null)
    return everyTree(
      db,
      { ...state, program },
      touched === null ? NONE : (before?.through ?? NONE),
      touched === null ? 0 : state.done,
      tell,
    );
  const trees = touched.length > 0 ? await countRows(db, scope) : state.trees;
  const done = { ...state, trees, done: trees, through: null };
  await keep(db, done);
  tell(done, touched);
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

/** The trees that news may change; null where that may be any of them. */
async function touchedBy(db: Db, scope: string, news: readonly Filed[]): Promise<readonly string[] | null> {
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
  const paired = trees.size === 0 ? [] : await pairedTrees(db, scope);
  return paired.some((t) => trees.has(t)) ? null : [...trees].sort();
}

async function everyTree(db: Db, state: Derivation, from: string, done: number, tell: Progress): Promise<Derivation> {
  const { scope, program } = state;
  const trees = await countTreesOf(db, scope);
  const ground = await groundFor(db, scope);
  let now: Derivation = { ...state, trees, done, through: from };
  await keep(db, now);
  // while one part is worked out the next is read, and the one before written
  const read = async (after: string) => {
    const part = await treesAfter(db, scope, after, AT_ONCE);
    return { part, records: await ownRecords(db, scope, part, ground) };
  };
  let written: Promise<void> = Promise.resolve();
  for (let next = read(from); ; ) {
    const { part, records } = await next;
    const last = part.at(-1);
    if (last === undefined) break;
    next = read(last);
    // whoever waits for what was written hears of its failure; a read that nobody waits for any more may fail in silence
    next.catch(() => {});
    const rows = rowsFor(scope, program, part, records, ground);
    await written;
    now = { ...now, through: last, done: now.done + part.length };
    written = writePart(db, now, rows, () => tell(now, part));
    written.catch(() => {});
  }
  await written;
  now = { ...now, through: null, done: trees };
  await keep(db, now);
  tell(now, []);
  return now;
}
async function writePart(db: Db, state: Derivation, rows: readonly KeptRow[], then: () => void): Promise<void> {
  await keepRows(db, state.scope, rows);
  await keep(db, state);
  then();
}
/** Before the first tree. */
const NONE = '00000000-0000-0000-0000-000000000000';

async function keep(db: Db, state: Derivation): Promise<void> {
  await db.insert(derivation).values(state).onConflictDoUpdate({ target: derivation.scope, set: state });
}

/** What every tree of a survey leans on. */
interface Ground {
  readonly records: readonly AnyRecord[];
  readonly paired: ReadonlySet<string>;
}
async function groundFor(db: Db, scope: string): Promise<Ground> {
  const paired = await pairedTrees(db, scope);
  const parts = await Promise.all([groundOf(db, SHARED), groundOf(db, scope), recordsOf(db, scope, paired)]);
  return { records: parts.flat(), paired: new Set(paired) };
}

async function workOut(db: Db, scope: string, program: string, trees: readonly string[], ground: Ground): Promise<void> {
  await keepRows(db, scope, rowsFor(scope, program, trees, await ownRecords(db, scope, trees, ground), ground));
}

const ownRecords = (db: Db, scope: string, trees: readonly string[], { paired }: Ground): Promise<readonly AnyRecord[]> =>
  recordsOf(
    db,
    scope,
    trees.filter((t) => !paired.has(t)),
  );

function rowsFor(scope: string, program: string, trees: readonly string[], own: readonly AnyRecord[], ground: Ground): readonly KeptRow[] {
  const book = new Book([...ground.records, ...own]);
  const protocol = book.protocolOf(book.find('survey', scope));
  if (!protocol) return [];
  const wanted = new Set(trees);
  const rows = rowsOf(book, scope, { protocol: protocol.options, known: { rows: new Map(), program } });
  return rows.flatMap((r): KeptRow[] => (wanted.has(r.id) ? [{ ...standRow(r), hash: r.from }] : []));
}
