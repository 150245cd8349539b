import { and, asc, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import { type StandRow, standRow } from '../../book/stand-row';
import type { ToolError } from '../../book/tool-errors';
import type { TreeRow } from '../../book/tree-row';
import { type Hashes, FIRST as NO_VISIT, type TreeRows, type Which } from '../../derivation/store';
import type { Db, Tx } from '../db';
import { treeRow } from '../schema/index';
import { among } from './which';

type Stored = typeof treeRow.$inferSelect;

/** A row as it is stored: what is asked for by itself in columns, figures by name, and all else. */
function stored(scope: string, { tree, hashes, errors, readBy }: TreeRows, row: TreeRow): Stored {
  const { id: _, visit, last, tag, plot, species, dbh, height, sigma, basalArea, volume, ...rest } = row;
  return {
    scope,
    tree,
    visit: visit ?? NO_VISIT,
    last,
    tag,
    plot,
    species,
    status: rest.said.status ?? null,
    figures: { dbh, height, sigma, basalArea, volume },
    rest,
    hash: last ? `${hashes.from} ${hashes.content}` : null,
    errors: last && errors.length > 0 ? errors : null,
    readBy: last ? [...readBy] : null,
  };
}
/** A row as it was before it was stored. */
export function asRow({
  tree,
  visit,
  last,
  tag,
  plot,
  species,
  figures,
  rest,
}: Omit<Stored, 'scope' | 'status' | 'hash' | 'errors' | 'readBy'>) {
  const own = { id: tree, visit: visit === NO_VISIT ? null : visit, last, tag, plot, species };
  return { ...(rest as object), ...(figures as object), ...own } as TreeRow;
}

/** Writes the rows of trees in place of those that were there. */
export async function writeRows(tx: Tx, scope: string, trees: readonly TreeRows[]): Promise<void> {
  if (trees.length === 0) return;
  await dropRows(
    tx,
    trees.map((t) => t.tree),
  );
  const rows = trees.flatMap((t) => t.rows.map((r) => stored(scope, t, r)));
  await tx.execute(sql`
    insert into derived.tree_row (scope, tree, visit, last, tag, plot, species, status, figures, rest, hash, errors, read_by)
    select scope, tree, visit, last, tag, plot, species, status, figures, rest, hash, errors, "readBy"
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as x(scope text, tree uuid, visit uuid, last boolean, tag text, plot uuid,
      species text, status text, figures jsonb, rest jsonb, hash text, errors jsonb, "readBy" text[])`);
}
export async function dropRows(tx: Tx, trees: readonly string[]): Promise<void> {
  if (trees.length > 0) await tx.delete(treeRow).where(among(treeRow.tree, { trees }));
}

const lastOf = (scope: string) => and(eq(treeRow.scope, scope), treeRow.last);

/** The hashes of trees of a survey, by tree. */
export async function hashesOf(db: Db, scope: string, which: Which): Promise<ReadonlyMap<string, Hashes>> {
  const rows = await db
    .select({ tree: treeRow.tree, hash: treeRow.hash })
    .from(treeRow)
    .where(and(lastOf(scope), among(treeRow.tree, which)));
  return new Map(
    rows.map((r) => {
      const [from = '', content = ''] = (r.hash ?? '').split(' ');
      return [r.tree, { from, content }];
    }),
  );
}

/** The rows of a survey's trees as of their last visits, or of some of them, by id. */
export async function rowsIn(db: Db, scope: string, which?: Which): Promise<readonly TreeRow[]> {
  const { tree, visit, last, tag, plot, species, figures, rest } = treeRow;
  const rows = await db
    .select({ tree, visit, last, tag, plot, species, figures, rest })
    .from(treeRow)
    .where(and(lastOf(scope), which && among(treeRow.tree, which)))
    .orderBy(asc(tree));
  return rows.map(asRow);
}
/** The same as sums want them. */
export const standRowsIn = async (db: Db, scope: string, which?: Which): Promise<readonly StandRow[]> =>
  (await rowsIn(db, scope, which)).map(standRow);

/** Trees that stand on some plots. */
export async function treesOn(db: Db, scope: string, plots: readonly string[]): Promise<readonly string[]> {
  if (plots.length === 0) return [];
  const rows = await db
    .select({ tree: treeRow.tree })
    .from(treeRow)
    .where(and(lastOf(scope), inArray(treeRow.plot, [...plots])));
  return rows.map((r) => r.tree);
}

/** Trees whose figures follow from somebody's pace, tools or measures. */
export async function treesReadBy(db: Db, scope: string, who: ReadonlySet<string>): Promise<readonly string[]> {
  if (who.size === 0) return [];
  const rows = await db
    .select({ tree: treeRow.tree })
    .from(treeRow)
    .where(and(lastOf(scope), sql`${treeRow.readBy} && ${sql.param([...who])}::text[]`))
    .orderBy(asc(treeRow.tree));
  return rows.map((r) => r.tree);
}

/** What pairs of readings say of tools, by tree. */
export async function errorsIn(db: Db, scope: string): Promise<ReadonlyMap<string, readonly ToolError[]>> {
  const rows = await db
    .select({ tree: treeRow.tree, errors: treeRow.errors })
    .from(treeRow)
    .where(and(lastOf(scope), isNotNull(treeRow.errors)));
  return new Map(rows.map((r) => [r.tree, r.errors as readonly ToolError[]]));
}
