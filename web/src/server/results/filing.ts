import { and, asc, eq, gt, inArray, isNull, sql } from 'drizzle-orm';
import type { AnyRecord } from '../../contract/envelope';
import { homeOf, SHARED } from '../../contract/scope';
import { newsOf } from '../../derivation/news';
import type { News, Which } from '../../derivation/store';
import type { Db } from '../db';
import { filed, record } from '../schema/index';
import { among } from './which';

/** So many records are looked at at once. */
const AT_ONCE = 5000;

/**
 * Files the records of a survey by tree, those that came after a place in its order.
 * @returns the place of the last one
 */
export async function fileRecords(db: Db, scope: string, after: number): Promise<number> {
  for (let last = after; ; ) {
    const rows = await db
      .select({ seq: record.seq, sent: record.sent })
      .from(record)
      .where(and(eq(record.scope, scope), gt(record.seq, last)))
      .orderBy(asc(record.seq))
      .limit(AT_ONCE);
    if (rows.length === 0) return last;
    const records = rows.map((r) => ({ seq: r.seq, record: JSON.parse(r.sent) as AnyRecord }));
    const trees = await treesOf(
      db,
      records.map((r) => r.record),
    );
    await insertFiled(
      db,
      records.map(({ seq, record: r }) => ({ record: r.id, scope, seq, tree: trees.get(r.id) ?? null })),
    );
    last = rows.at(-1)?.seq ?? last;
  }
}

/** The tree of each record: what it is part of was stored before it, or beside it. */
async function treesOf(db: Db, records: readonly AnyRecord[]): Promise<ReadonlyMap<string, string | null>> {
  const here = new Set(records.map((r) => r.id));
  const above = new Map(records.map((r) => [r.id, aboveOf(r)]));
  const elsewhere = [...new Set([...above.values()].flatMap((id) => (id !== null && !here.has(id) ? [id] : [])))];
  const found = new Map<string, string | null>();
  if (elsewhere.length > 0) {
    const known = await db.select({ id: filed.record, tree: filed.tree }).from(filed).where(inArray(filed.record, elsewhere));
    for (const { id, tree } of known) found.set(id, tree);
  }
  // its order is that of storing: whatever a record hangs on comes before it
  for (const r of records) {
    const up = above.get(r.id) ?? null;
    const own = r.kind === 'tree' && r.id === r.entity ? r.id : up === null ? null : (found.get(up) ?? null);
    found.set(r.id, own);
  }
  return found;
}

/** The record that says where this one lies; null where it lies by itself. */
function aboveOf(r: AnyRecord): string | null {
  if (r.id !== r.entity) return r.entity;
  const home = homeOf(r);
  return 'like' in home ? home.like : null;
}

async function insertFiled(db: Db, rows: readonly (typeof filed.$inferInsert)[]): Promise<void> {
  const values = JSON.stringify(rows);
  await db.execute(sql`
    insert into derived.filed (record, scope, seq, tree)
    select * from jsonb_to_recordset(${values}::jsonb) as x(record uuid, scope text, seq bigint, tree uuid)
    on conflict (record) do nothing`);
}

/** What came of a survey after a place in its order, and where its records that belong to no tree are. */
export async function filedAfter(db: Db, scope: string, after: number): Promise<readonly News[]> {
  const rows = await db
    .select({ sent: record.sent, tree: filed.tree })
    .from(filed)
    .innerJoin(record, eq(record.id, filed.record))
    .where(and(eq(filed.scope, scope), gt(filed.seq, after)));
  return rows.map(({ sent, tree }) => newsOf(JSON.parse(sent), tree));
}

/** What came of what every survey shares after a place in its order. */
export async function sharedAfter(db: Db, after: number): Promise<readonly News[]> {
  const rows = await db
    .select({ sent: record.sent })
    .from(record)
    .where(and(eq(record.scope, SHARED), gt(record.seq, after)));
  return rows.map(({ sent }) => newsOf(JSON.parse(sent), null));
}

const parsed = (rows: readonly { readonly sent: string }[]): readonly AnyRecord[] => rows.map((r) => JSON.parse(r.sent));

/** The records that belong to no tree: of a survey, and all that every survey shares. */
export async function contextRecords(db: Db, scope: string): Promise<readonly AnyRecord[]> {
  const [shared, own] = await Promise.all([
    db.select({ sent: record.sent }).from(record).where(eq(record.scope, SHARED)),
    db
      .select({ sent: record.sent })
      .from(record)
      .innerJoin(filed, eq(filed.record, record.id))
      .where(and(eq(filed.scope, scope), isNull(filed.tree))),
  ]);
  return parsed([...shared, ...own]);
}

/**
 * The records of some trees. Their places are asked for first: in a join of tables of whose size it knows nothing yet the
 * database would look at every pair.
 */
export async function recordsOf(db: Db, scope: string, which: Which): Promise<readonly AnyRecord[]> {
  const places = await db
    .select({ seq: filed.seq })
    .from(filed)
    .where(and(eq(filed.scope, scope), among(filed.tree, which)));
  const rows = await db
    .select({ sent: record.sent })
    .from(record)
    .where(and(eq(record.scope, scope), sql`${record.seq} = any(${`{${places.map((p) => p.seq)}}`}::bigint[])`));
  return parsed(rows);
}

/**
 * The trees of a survey after one of them, in the order of their ids, as far as one of them: a part.
 * @param records that the trees of a part have together, about; a tree is in one part whole
 * @returns the last tree of the part; null where there are no more
 */
export async function partAfter(db: Db, scope: string, after: string, records: number): Promise<string | null> {
  const following = sql`select tree from derived.filed where scope = ${scope} and tree > ${after}::uuid order by tree`;
  const { rows } = await db.execute<{ to: string | null }>(
    sql`select coalesce((${following} offset ${records - 1} limit 1), (${following} desc limit 1)) as to`,
  );
  return rows[0]?.to ?? null;
}
