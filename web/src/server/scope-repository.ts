import { and, asc, desc, eq, gt, inArray, isNotNull, ne, sql } from 'drizzle-orm';
import type { AnyRecord } from '../contract/envelope';
import { SHARED } from '../contract/scope';
import type { SurveyLine } from '../contract/sync';
import type { Db, Tx } from './db';
import type { Sent } from './record-repository';
import { book, record, scope as scopeTable } from './schema/index';

/** Where a scope stands: the place of its newest record. */
export async function lastOf(db: Db | Tx, scope: string): Promise<number | null> {
  const [row] = await db.select({ last: scopeTable.last }).from(scopeTable).where(eq(scopeTable.id, scope));
  return row ? row.last : null;
}

/** The book's own id. */
export async function bookId(db: Db): Promise<string> {
  const [row] = await db.select().from(book);
  if (!row) throw new Error('the book has no id: its migrations did not run');
  return row.id;
}

/**
 * One writer a scope at a time, so that the order within it is also the order in which its records become visible to a pull.
 * Whoever needs several locks them in the order of their ids: nobody waits in a circle.
 * @returns the place of each one's newest record
 */
export async function lockScopes(tx: Tx, scopes: readonly string[]): Promise<Map<string, number>> {
  const ids = [...new Set(scopes)].sort();
  if (ids.length === 0) return new Map();
  await tx
    .insert(scopeTable)
    .values(ids.map((id) => ({ id })))
    .onConflictDoNothing();
  const rows = await tx
    .select({ id: scopeTable.id, last: scopeTable.last })
    .from(scopeTable)
    .where(inArray(scopeTable.id, ids))
    .orderBy(asc(scopeTable.id))
    .for('update');
  return new Map(rows.map((r) => [r.id, r.last]));
}

/** A record about to be stored, and the scope it belongs to. */
export interface Placed extends Sent {
  readonly scope: string;
}

/** What new records may change of the list: trees that come to count or cease to, surveys whose name or standing changes. */
export interface Touched {
  readonly trees: ReadonlyMap<string, readonly string[]>;
  /** Of those, the ones that were there before. */
  readonly earlier: ReadonlyMap<string, readonly string[]>;
  readonly surveys: readonly string[];
}

/** Which trees and surveys new records speak of: as versions of them, or by taking back or striking out. */
export async function touchedBy(tx: Tx, placed: readonly Placed[]): Promise<Touched> {
  const things = new Map<string, Set<string>>();
  const surveys = new Set<string>();
  const note = (scope: string, id: string) => things.set(scope, (things.get(scope) ?? new Set()).add(id));
  for (const { record, scope } of placed) {
    if (record.kind === 'tree') note(scope, record.entity);
    if (record.kind === 'survey') surveys.add(scope);
    if (record.kind === 'strike-out' || record.kind === 'retraction')
      for (const id of await thingsUnder(tx, record, placed)) note(scope, id);
  }
  const trees = new Map<string, readonly string[]>();
  const earlier = new Map<string, readonly string[]>();
  for (const [scope, ids] of things) {
    if (ids.has(scope)) surveys.add(scope);
    const { rows } = await tx.execute<{ id: string }>(sql`
      select r.entity as id from record r where r.id = any(${sqlIds([...ids])}) and r.kind = 'tree'
      union select r.entity from tree t join record r on r.id = t.id where t.plot = any(${sqlIds([...ids])})`);
    const here = placed.filter((p) => p.scope === scope && p.record.kind === 'tree').map((p) => p.record.entity);
    earlier.set(
      scope,
      rows.map((r) => r.id),
    );
    trees.set(scope, [...new Set([...rows.map((r) => r.id), ...here])]);
  }
  return { trees, earlier, surveys: [...surveys] };
}

const sqlIds = (ids: readonly string[]) => sql`${sql.param(`{${ids.join()}}`)}::uuid[]`;

/** The things whose standing a strike-out or a retraction changes, through whatever takes back what takes back. */
async function thingsUnder(tx: Tx, record: AnyRecord, placed: readonly Placed[]): Promise<readonly string[]> {
  if (record.kind === 'strike-out') {
    const { rows } = await tx.execute<{ entity: string }>(
      sql`select x.entity from record r join strike_out x on x.id = r.id where r.entity = ${record.entity}`,
    );
    return [record.body.entity, ...rows.map((r) => r.entity)];
  }
  if (record.kind !== 'retraction') return [record.entity];
  const near = placed.find((p) => p.record.id === record.body.record)?.record;
  if (near) return thingsUnder(tx, near, placed);
  const { rows } = await tx.execute<{ kind: string; entity: string; of: string | null }>(sql`
    with recursive up as (
      select r.id, r.kind, r.entity from record r where r.id = ${record.body.record}
      union select n.id, n.kind, n.entity from up join retraction x on x.id = up.id join record n on n.id = x.record
    )
    select up.kind, up.entity, x.entity as of from up
      left join record v on v.entity = up.entity and up.kind = 'strike-out' left join strike_out x on x.id = v.id`);
  return rows.map((r) => r.of ?? r.entity);
}

/** How many of each scope's trees count now. */
export async function countTrees(tx: Tx, trees: Touched['trees']): Promise<Map<string, number>> {
  const counts = new Map<string, number>();
  for (const [scope, ids] of trees) {
    if (ids.length === 0) continue;
    const { rows } = await tx.execute<{ n: number }>(sql`select count(*)::int as n from unnest(${sqlIds(ids)}) e where tree_counts(e)`);
    counts.set(scope, rows[0]?.n ?? 0);
  }
  return counts;
}

/** Brings the rows of the scopes up to what was just stored. */
export async function settleScopes(
  tx: Tx,
  placed: readonly Placed[],
  touched: Touched,
  before: ReadonlyMap<string, number>,
): Promise<void> {
  const after = await countTrees(tx, touched.trees);
  for (const id of new Set(placed.map((p) => p.scope))) {
    const own = placed.filter((p) => p.scope === id);
    const bytes = own.reduce((sum, p) => sum + Buffer.byteLength(p.sent), 0);
    await tx
      .update(scopeTable)
      .set({
        last: sql`${scopeTable.last} + ${own.length}`,
        bytes: sql`${scopeTable.bytes} + ${bytes}`,
        trees: sql`${scopeTable.trees} + ${(after.get(id) ?? 0) - (before.get(id) ?? 0)}`,
        changed: sql`now()`,
      })
      .where(eq(scopeTable.id, id));
  }
  for (const id of touched.surveys)
    await tx.execute(sql`
      update scope set (name, place) = (
        select s.name, s.place from record r join survey s on s.id = r.id
        where r.entity = ${id}::uuid and in_force(r.id) order by r.id desc limit 1
      ), struck = is_struck(${id}::uuid) where id = ${id}`);
}

/** The surveys in force that something was stored in last, newest first: what the home page says before any script runs. */
export async function newestSurveys(
  db: Db,
  limit: number,
): Promise<readonly (Pick<SurveyLine, 'id' | 'place' | 'trees'> & { readonly name: string })[]> {
  const { id, name, place, trees, struck, changed } = scopeTable;
  const lines = await db
    .select({ id, name, place, trees })
    .from(scopeTable)
    .where(and(ne(id, SHARED), isNotNull(name), eq(struck, false)))
    .orderBy(desc(changed), asc(id))
    .limit(limit);
  return lines.flatMap((line) => (line.name === null ? [] : [{ ...line, name: line.name }]));
}

/** Surveys by id, after one of them; only the one that holds a record, where one is named. */
export async function surveyLines(
  db: Db,
  after: string | null,
  limit: number,
  holding: string | null = null,
): Promise<readonly SurveyLine[]> {
  const t = scopeTable;
  const held = holding === null ? undefined : inArray(t.id, db.select({ scope: record.scope }).from(record).where(eq(record.id, holding)));
  const rows = await db
    .select({ id: t.id, name: t.name, place: t.place, trees: t.trees, records: t.last, bytes: t.bytes, struck: t.struck, last: t.changed })
    .from(t)
    .where(and(ne(t.id, SHARED), after === null ? undefined : gt(t.id, after), held))
    .orderBy(asc(t.id))
    .limit(limit);
  return rows.map((r) => ({ ...r, last: new Date(r.last).toISOString() }));
}
