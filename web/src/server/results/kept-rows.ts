import { count, eq, getTableColumns, inArray, sql } from 'drizzle-orm';
import { toSnakeCase } from 'drizzle-orm/casing';
import type { StandRow } from '../../book/stand-row';
import type { Db } from '../db';
import { treeResult } from '../schema/index';

const COLUMNS = Object.keys(getTableColumns(treeResult)).map(toSnakeCase);
const of = (table: string) => COLUMNS.map((c) => `${table}.${c}`).join(', ');
const SET = COLUMNS.map((c) => `${c} = excluded.${c}`).join(', ');

/**
 * Writes results over those that were there; of those that are the same nothing is written.
 * @param rows a JSON list, by the names of the columns
 */
export async function keepRows(db: Db, rows: string): Promise<void> {
  await db.execute(sql`
    insert into derived.tree_result select * from jsonb_populate_recordset(null::derived.tree_result, ${rows}::jsonb)
    on conflict (tree) do update set ${sql.raw(SET)} where (${sql.raw(of('tree_result'))}) is distinct from (${sql.raw(of('excluded'))})`);
}

/** As a row is named: its tree is what it is of. */
const NAMED = Object.keys(getTableColumns(treeResult))
  .filter((key) => key !== 'scope' && key !== 'hash')
  .map((key) => `${toSnakeCase(key)} as "${key === 'tree' ? 'id' : key}"`)
  .join(', ');

/** A survey's results, by id; of some trees only, where they are named. Of a hundred thousand, so nothing looks at each on the way. */
export async function keptRowsOf(db: Db, scope: string, trees?: readonly string[]): Promise<readonly StandRow[]> {
  const which = trees ? sql`tree = any(${`{${trees.join(',')}}`}::uuid[])` : sql`scope = ${scope}`;
  const { rows } = await db.execute(sql`select ${sql.raw(NAMED)} from derived.tree_result where ${which} order by tree`);
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
