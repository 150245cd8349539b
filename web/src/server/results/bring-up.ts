import { and, eq, gt } from 'drizzle-orm';
import type { StandRow } from '../../book/stand-row';
import { SHARED } from '../../contract/scope';
import type { Db } from '../db';
import { derivation, record } from '../schema/index';
import { lastOf } from '../scope-repository';
import { type Filed, fileRecords, pairedTrees, partAfter } from './filing';
import { onPlots } from './kept-rows';
import { inPlace, type WorkOut } from './part';
import type { WorkedPart } from './row-text';
import type { Which } from './which';

/** So many records are worked with at once: a few seconds' work at most is lost when it is interrupted. */
const RECORDS_AT_ONCE = 5_000;
/** So many trees of which something is new. */
const TREES_AT_ONCE = 2000;
/** So many parts are under way. */
const AHEAD = 3;

export type Derivation = typeof derivation.$inferSelect;
/** Told after each part, with the rows that were worked out and the trees that have none any more. */
export type Progress = (state: Derivation, rows: readonly StandRow[], gone: readonly string[]) => void;
/** How it is done. */
interface Doing {
  readonly tell: Progress;
  readonly workOut: WorkOut;
  /** So many records at once. */
  readonly atOnce: number;
}

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
  const how: Doing = { tell: () => {}, workOut: inPlace(db), atOnce: RECORDS_AT_ONCE, ...doing };
  const before = await derivationOf(db, scope);
  // read before the records are: what comes meanwhile is for the next time
  const standing = await standingOf(db, scope);
  if (standing.last === null) return null;
  if (before !== null && isCurrent(before, standing, program)) return before;
  const news: Filed[] = [];
  const filedTo = await fileRecords(db, scope, before?.filed ?? 0, (f) => news.push(f));
  const state: Derivation = {
    ...(before ?? { scope, program, done: 0, through: null, at: '' }),
    // where none were derived all are news
    trees: (before?.trees ?? 0) + news.filter((f) => f.kind === 'tree' && f.first).length,
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
  if (touched !== null && touched.length > 0) await someTrees(state, touched, await judging(), how);
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
  const done = { ...state, done: state.trees, through: null };
  await keep(db, done);
  how.tell(done, [], []);
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
 * Every tree after one of them, some parts beside each other; told in their order.
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
  // one after another, a few ahead of the one that is told
  const begun: Begun[] = [];
  let last: Promise<string | null> = Promise.resolve(from);
  const begin = () => {
    const after = last;
    last = after.then((tree) => tree && partAfter(db, scope, tree, atOnce));
    const worked = Promise.all([after, last]).then(([tree, to]) =>
      tree === null || to === null ? NOTHING : workOut({ scope, which: { after: tree, to }, paired, stamp: stampOf(state) }),
    );
    begun.push({ last, worked });
    // whoever waits for it hears of its failure; one that nobody waits for any more may fail in silence
    for (const one of [last, worked]) one.catch(() => {});
  };
  for (let i = 0; i < AHEAD; i++) begin();
  let now: Derivation = { ...state, done, through: from };
  await keep(db, now);
  for (let part = begun.shift(); part !== undefined; part = begun.shift()) {
    const [through, { rows, gone }] = [await part.last, await part.worked];
    if (through === null) break;
    begin();
    now = { ...now, through, done: now.done + rows.length };
    await keep(db, now);
    tell(now, rows, gone);
  }
  now = { ...now, through: null, done: now.trees };
  await keep(db, now);
  tell(now, [], []);
  return now;
}
/** A part that is under way. */
interface Begun {
  /** Its last tree; null where there is none left. */
  readonly last: Promise<string | null>;
  readonly worked: Promise<WorkedPart>;
}
const NOTHING: WorkedPart = { rows: [], gone: [] };
/** How a survey stood when it was brought up. */
export const stampOf = ({ seq, shared }: Pick<Derivation, 'seq' | 'shared'>): string => `${seq} ${shared}`;
/** Before the first tree. */
export const NONE = '00000000-0000-0000-0000-000000000000';

async function keep(db: Db, state: Derivation): Promise<void> {
  await db.insert(derivation).values(state).onConflictDoUpdate({ target: derivation.scope, set: state });
}

async function someTrees(state: Derivation, trees: readonly string[], paired: readonly string[], { tell, workOut }: Doing): Promise<void> {
  for (let i = 0; i < trees.length; i += TREES_AT_ONCE) {
    const which: Which = { trees: trees.slice(i, i + TREES_AT_ONCE) };
    const { rows, gone } = await workOut({ scope: state.scope, which, paired, stamp: stampOf(state) });
    tell(state, rows, gone);
  }
}
