import { count, eq, getTableColumns, inArray, type SQLWrapper, sql } from 'drizzle-orm';
import { toSnakeCase } from 'drizzle-orm/casing';
import type { StandRow } from '../../book/stand-row';
import type { Db } from '../db';
import { treeResult } from '../schema/index';

/** A tree's result with what it follows from and comes to, in short. */
export interface KeptRow extends StandRow {
  readonly hash: string;
}

/** Columns by what a row calls them: its tree is what it is of. */
const COLUMN = Object.entries(getTableColumns(treeResult)).flatMap(([key]): [keyof KeptRow, string][] =>
  key === 'scope' ? [] : [[(key === 'tree' ? 'id' : key) as keyof KeptRow, toSnakeCase(key)]],
);
const READ = COLUMN.flatMap(([key, column]) => (key === 'hash' ? [] : `${column} as "${key}"`)).join(', ');
const SET = COLUMN.map(([, column]) => `${column} = excluded.${column}`).join(', ');

/** What is kept of trees, in short, by tree. */
export type Kept = ReadonlyMap<string, string>;

/**
 * Writes results over those that were there; of those that are the same nothing is written.
 * @param kept what is there of these trees
 */
export async function keepRows(db: Db, scope: string, rows: readonly KeptRow[], kept: Kept): Promise<void> {
  const other = rows.filter((r) => kept.get(r.id) !== r.hash);
  if (other.length === 0) return;
  const named = JSON.stringify(other.map((r) => ({ scope, ...Object.fromEntries(COLUMN.map(([key, column]) => [column, r[key]])) })));
  await db.execute(sql`
    insert into derived.tree_result select * from jsonb_populate_recordset(null::derived.tree_result, ${named}::jsonb)
    on conflict (tree) do update set scope = excluded.scope, ${sql.raw(SET)}`);
}

/** What is kept of some trees of a survey. Of many, so nothing looks at each on the way. */
export async function keptOf(db: Db, scope: string, which: Which): Promise<Kept> {
  const { rows } = await db.execute<{ tree: string; hash: string }>(
    sql`select tree, hash from derived.tree_result where scope = ${scope} and ${among(sql`tree`, which)}`,
  );
  return new Map(rows.map((r) => [r.tree, r.hash]));
}

/** Some trees of a survey: by their ids, or all after one as far as another. */
export type Which = { readonly trees: readonly string[] } | { readonly after: string; readonly to: string };
/** What picks them by a column that holds their ids. */
export const among = (tree: SQLWrapper, which: Which) =>
  'trees' in which
    ? sql`${tree} = any(${`{${which.trees.join(',')}}`}::uuid[])`
    : sql`${tree} > ${which.after}::uuid and ${tree} <= ${which.to}::uuid`;

/** A survey's results, by id. Of a hundred thousand, so nothing looks at each on the way. */
export async function keptRowsOf(db: Db, scope: string): Promise<readonly StandRow[]> {
  const { rows } = await db.execute(sql`select ${sql.raw(READ)} from derived.tree_result where scope = ${scope} order by tree`);
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
