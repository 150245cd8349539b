import { asc, count, eq, inArray, sql } from 'drizzle-orm';
import type { StandRow } from '../../book/stand-row';
import type { Db } from '../db';
import { treeResult } from '../schema/index';

/** A tree's result with what is kept beside it. */
export interface KeptRow extends StandRow {
  readonly hash: string;
}

/** Writes results over those that were there. */
export async function keepRows(db: Db, scope: string, rows: readonly KeptRow[]): Promise<void> {
  if (rows.length === 0) return;
  const named = rows.map((r) => ({
    tree: r.id,
    scope,
    plot: r.plot,
    tag: r.tag,
    species: r.species,
    product: r.product,
    status: r.status,
    grade: r.grade,
    count: r.count,
    dbh: r.dbh,
    height: r.height,
    height_is_old: r.heightIsOld,
    basal_area: r.basalArea,
    volume: r.volume,
    board_feet: r.boardFeet,
    edge: r.edge,
    not_counted: r.notCounted,
    bad: r.bad,
    undecided: r.undecided,
    struck: r.struck,
    hash: r.hash,
  }));
  const set = Object.keys(named[0] ?? {})
    .filter((c) => c !== 'tree')
    .map((c) => `${c} = excluded.${c}`)
    .join(', ');
  await db.execute(sql`
    insert into derived.tree_result select * from jsonb_populate_recordset(null::derived.tree_result, ${JSON.stringify(named)}::jsonb)
    on conflict (tree) do update set ${sql.raw(set)}`);
}

const SOME = {
  id: treeResult.tree,
  plot: treeResult.plot,
  tag: treeResult.tag,
  species: treeResult.species,
  product: treeResult.product,
  status: treeResult.status,
  grade: treeResult.grade,
  count: treeResult.count,
  dbh: treeResult.dbh,
  height: treeResult.height,
  heightIsOld: treeResult.heightIsOld,
  basalArea: treeResult.basalArea,
  volume: treeResult.volume,
  boardFeet: treeResult.boardFeet,
  edge: treeResult.edge,
  notCounted: treeResult.notCounted,
  bad: treeResult.bad,
  undecided: treeResult.undecided,
  struck: treeResult.struck,
} as const;

/** A survey's results, by id; of some trees only, where they are named. */
export async function keptRowsOf(db: Db, scope: string, trees?: readonly string[]): Promise<readonly StandRow[]> {
  const own = eq(treeResult.scope, scope);
  const rows = await db
    .select(SOME)
    .from(treeResult)
    .where(trees ? inArray(treeResult.tree, [...trees]) : own)
    .orderBy(asc(treeResult.tree));
  return rows as unknown as readonly StandRow[];
}

/** Trees that stand on some plots. */
export async function onPlots(db: Db, plots: readonly string[]): Promise<readonly string[]> {
  if (plots.length === 0) return [];
  const rows = await db
    .select({ tree: treeResult.tree })
    .from(treeResult)
    .where(inArray(treeResult.plot, [...plots]));
  return rows.map((r) => r.tree);
}

/** How many trees a survey has results of. */
export async function countRows(db: Db, scope: string): Promise<number> {
  const [row] = await db.select({ n: count() }).from(treeResult).where(eq(treeResult.scope, scope));
  return row?.n ?? 0;
}
