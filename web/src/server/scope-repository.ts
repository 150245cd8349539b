import { and, asc, desc, eq, gt, inArray, isNotNull, ne, sql } from 'drizzle-orm';
import type { AnyRecord } from '../contract/envelope';
import { SHARED } from '../contract/scope';
import type { SurveyLine } from '../contract/sync';
import type { Db, Tx } from './db';
import { isAway } from './db-errors';
import type { Sent } from './record-repository';
import { book, record, scope as scopeTable } from './schema/index';
import { indexOf, sqlIds, standingRecords, surveyStanding, treesThatCount } from './standing';

/** Where a scope stands: the place of its newest record. */
export async function lastOf(db: Db | Tx, scope: string): Promise<number | null> {
  const [row] = await db.select({ last: scopeTable.last }).from(scopeTable).where(eq(scopeTable.id, scope));
  return row ? row.last : null;
}

/** How many trees a survey has that count. */
export async function treesOf(db: Db, scope: string): Promise<number> {
  const [row] = await db.select({ trees: scopeTable.trees }).from(scopeTable).where(eq(scopeTable.id, scope));
  return row?.trees ?? 0;
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
  readonly surveys: readonly string[];
}

/** Which trees and surveys new records speak of: as versions or parts of them, or by taking back or striking out. */
export async function touchedBy(tx: Tx, placed: readonly Placed[]): Promise<Touched> {
  const things = new Map<string, Set<string>>();
  const surveys = new Set<string>();
  const note = (scope: string, id: string) => things.set(scope, (things.get(scope) ?? new Set()).add(id));
  // a version or a part that its strike-out's maker had not seen brings a thing back
  const named = placed.map(({ record: { kind, entity, body } }) => (kind === 'plot' ? entity : 'tree' in body ? body.tree : null));
  const struck = await struckAmong(
    tx,
    named.flatMap((id) => id ?? []),
  );
  for (const [i, { record, scope }] of placed.entries()) {
    if (record.kind === 'tree') note(scope, record.entity);
    if (record.kind === 'survey') surveys.add(scope);
    const of = named[i];
    if (of && struck.has(of)) note(scope, of);
    if (record.kind === 'strike-out' || record.kind === 'retraction')
      for (const id of await thingsUnder(tx, record, placed)) note(scope, id);
  }
  const trees = new Map<string, readonly string[]>();
  for (const [scope, ids] of things) {
    if (ids.has(scope)) surveys.add(scope);
    const { rows } = await tx.execute<{ id: string }>(sql`
      select r.entity as id from record r where r.id = any(${sqlIds(ids)}) and r.kind = 'tree'
      union select r.entity from tree t join record r on r.id = t.id where t.plot = any(${sqlIds(ids)})`);
    const here = placed.filter((p) => p.scope === scope && p.record.kind === 'tree').map((p) => p.record.entity);
    trees.set(scope, [...new Set([...rows.map((r) => r.id), ...here])]);
  }
  return { trees, surveys: [...surveys] };
}

/** Those of some things that any strike-out names, be it in force or not. */
async function struckAmong(tx: Tx, things: readonly string[]): Promise<ReadonlySet<string>> {
  if (things.length === 0) return new Set();
  const { rows } = await tx.execute<{ entity: string }>(
    sql`select distinct entity from strike_out where entity = any(${sqlIds(new Set(things))})`,
  );
  return new Set(rows.map((r) => r.entity));
}

/** The things whose standing a strike-out or a retraction changes, through whatever takes back what takes back. */
async function thingsUnder(tx: Tx, record: AnyRecord, placed: readonly Placed[]): Promise<readonly string[]> {
  if (record.kind === 'strike-out') {
    const { rows } = await tx.execute<{ entity: string }>(
      sql`select x.entity from record r join strike_out x on x.id = r.id where r.entity = ${record.entity}`,
    );
    return [record.body.entity, ...rows.map((r) => r.entity)];
  }
  if (record.kind !== 'retraction') return [record.entity, ...('tree' in record.body ? [record.body.tree as string] : [])];
  const near = placed.find((p) => p.record.id === record.body.record)?.record;
  if (near) return thingsUnder(tx, near, placed);
  const { rows } = await tx.execute<{ kind: string; entity: string; of: string | null; tree: string | null }>(sql`
    with recursive up as (
      select r.id, r.kind, r.entity from record r where r.id = ${record.body.record}
      union select n.id, n.kind, n.entity from up join retraction x on x.id = up.id join record n on n.id = x.record
    )
    select up.kind, up.entity, x.entity as of, coalesce(s.tree, w.tree, c.tree) as tree from up
      left join record v on v.entity = up.entity and up.kind = 'strike-out' left join strike_out x on x.id = v.id
      left join stem s on s.id = up.id left join visit w on w.id = up.id left join confirmation c on c.id = up.id`);
  return rows.flatMap((r) => [r.of ?? r.entity, ...(r.tree ? [r.tree] : [])]);
}

/** Brings the rows of the scopes up to what was just stored. */
export async function settleScopes(tx: Tx, placed: readonly Placed[], { trees, surveys }: Touched): Promise<void> {
  const records = await standingRecords(tx, [...trees.values()].flat());
  const fresh = new Set(placed.map((p) => p.record.id));
  const before = indexOf(records.filter((r) => !fresh.has(r.id)));
  const after = indexOf(records);
  for (const id of new Set(placed.map((p) => p.scope))) {
    const own = placed.filter((p) => p.scope === id);
    const bytes = own.reduce((sum, p) => sum + Buffer.byteLength(p.sent), 0);
    const touched = trees.get(id) ?? [];
    await tx
      .update(scopeTable)
      .set({
        last: sql`${scopeTable.last} + ${own.length}`,
        bytes: sql`${scopeTable.bytes} + ${bytes}`,
        trees: sql`${scopeTable.trees} + ${treesThatCount(after, touched) - treesThatCount(before, touched)}`,
        changed: sql`now()`,
      })
      .where(eq(scopeTable.id, id));
  }
  for (const id of surveys) await standAsNow(tx, id);
}

/** Notes of a survey how it is called, and whether it is struck out. Its trees are counted all the same. */
async function standAsNow(db: Db | Tx, survey: string): Promise<void> {
  const index = indexOf(await standingRecords(db, [], [survey]));
  await db.update(scopeTable).set(surveyStanding(index, survey)).where(eq(scopeTable.id, survey));
}

/** So many trees are counted at once. */
const AT_ONCE = 5000;

/**
 * What the list of surveys says of every scope, made anew from the records.
 * @param tell told of a survey whose records can't be read; the others are counted all the same. Left out, the first one ends it
 */
export async function countScopes(db: Db | Tx, tell: (survey: string, error: Error) => void = ended): Promise<void> {
  await db.execute(sql`
    insert into scope (id, last, bytes) select scope, max(seq), sum(octet_length(sent)) from record group by scope
    on conflict (id) do update set last = excluded.last, bytes = excluded.bytes`);
  const all = await db.select({ id: scopeTable.id }).from(scopeTable).where(ne(scopeTable.id, SHARED));
  for (const { id } of all)
    try {
      await countSurvey(db, id);
    } catch (e) {
      if (isAway(e)) throw e;
      tell(id, e as Error);
    }
}

const ended = (_: string, error: Error): never => {
  throw error;
};

async function countSurvey(db: Db | Tx, id: string): Promise<void> {
  const first = and(eq(record.scope, id), eq(record.kind, 'tree'), eq(record.id, record.entity));
  const ids = (await db.select({ id: record.id }).from(record).where(first)).map((r) => r.id);
  let trees = 0;
  for (let i = 0; i < ids.length; i += AT_ONCE) {
    const some = ids.slice(i, i + AT_ONCE);
    trees += treesThatCount(indexOf(await standingRecords(db, some)), some);
  }
  await db.update(scopeTable).set({ trees }).where(eq(scopeTable.id, id));
  await standAsNow(db, id);
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
    .select({
      id: t.id,
      name: t.name,
      place: t.place,
      trees: t.trees,
      records: t.last,
      bytes: t.bytes,
      newest: record.id,
      struck: t.struck,
      last: t.changed,
    })
    .from(t)
    .innerJoin(record, and(eq(record.scope, t.id), eq(record.seq, t.last)))
    .where(and(ne(t.id, SHARED), after === null ? undefined : gt(t.id, after), held))
    .orderBy(asc(t.id))
    .limit(limit);
  return rows.map((r) => ({ ...r, last: new Date(r.last).toISOString() }));
}
