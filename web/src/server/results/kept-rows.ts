import { getTableColumns, inArray, sql } from 'drizzle-orm';
import { toSnakeCase } from 'drizzle-orm/casing';
import type { StandRow } from '../../book/stand-row';
import type { Db } from '../db';
import { treeResult } from '../schema/index';
import { among, type Which } from './which';

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

/** Writes results over those that were there. */
export async function keepRows(db: Db, scope: string, rows: readonly KeptRow[]): Promise<void> {
  if (rows.length === 0) return;
  const named = JSON.stringify(rows.map((r) => ({ scope, ...Object.fromEntries(COLUMN.map(([key, column]) => [column, r[key]])) })));
  await db.execute(sql`
    insert into derived.tree_result select * from jsonb_populate_recordset(null::derived.tree_result, ${named}::jsonb)
    on conflict (tree) do update set scope = excluded.scope, ${sql.raw(SET)}`);
}

/** Takes out the results of trees that are not in the book any more. */
export async function dropRows(db: Db, trees: readonly string[]): Promise<void> {
  if (trees.length > 0) await db.delete(treeResult).where(inArray(treeResult.tree, [...trees]));
}

/** The hashes that are kept of some trees of a survey, by tree. Of many, so they come as one text. */
export async function keptOf(db: Db, scope: string, which: Which): Promise<ReadonlyMap<string, string>> {
  const { rows } = await db.execute<{ all: string | null }>(
    sql`select string_agg(tree || ' ' || hash, ',') as all from derived.tree_result where scope = ${scope} and ${among(sql`tree`, which)}`,
  );
  const all = rows[0]?.all ?? '';
  return new Map(all === '' ? [] : all.split(',').map((one) => one.split(' ') as [string, string]));
}

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
