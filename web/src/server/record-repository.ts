import { and, asc, eq, getTableColumns, gt, inArray, sql } from 'drizzle-orm';
import { toSnakeCase } from 'drizzle-orm/casing';
import type { PgTable } from 'drizzle-orm/pg-core';
import type { AnyRecord } from '../contract/envelope';
import { KIND_NAMES } from '../contract/kinds/index';
import type { Db, Tx } from './db';
import { record as recordTable, TABLES } from './schema/index';

export interface Stamp {
  readonly kind: string;
  readonly entity: string;
  readonly hash: string;
  readonly scope: string;
  /** Its place in the order of its scope; 0 while it is not stored. */
  readonly seq: number;
  /** Of a retraction: how many retractions it takes back one after the other, itself counted. 0 of anything else. */
  readonly deep: number;
}

/** Kind, entity, scope, place and fingerprint of the records among `ids` that are stored. */
export async function stampsOf(tx: Db | Tx, ids: readonly string[]): Promise<Map<string, Stamp>> {
  if (ids.length === 0) return new Map();
  const rows = await tx
    .select({
      id: recordTable.id,
      kind: recordTable.kind,
      entity: recordTable.entity,
      hash: recordTable.hash,
      scope: recordTable.scope,
      seq: recordTable.seq,
    })
    .from(recordTable)
    .where(inArray(recordTable.id, [...ids]));
  const retractions = rows.filter((r) => r.kind === 'retraction').map((r) => r.id);
  const deep = await depthsOf(tx, retractions);
  return new Map(rows.map((r) => [r.id, { ...r, deep: deep.get(r.id) ?? 0 }]));
}

/** How deep stored retractions are, by id; looked at no further than a hundred deep. */
async function depthsOf(tx: Db | Tx, retractions: readonly string[]): Promise<ReadonlyMap<string, number>> {
  if (retractions.length === 0) return new Map();
  const { rows } = await tx.execute<{ start: string; deep: number }>(sql`
    with recursive up as (
      select x.id as start, x.record, 1 as deep from retraction x where x.id = any(${`{${retractions.join()}}`}::uuid[])
      union all select up.start, x.record, up.deep + 1 from up join retraction x on x.id = up.record where up.deep < 100)
    select start, max(deep)::int as deep from up group by start`);
  return new Map(rows.map((r) => [r.start, r.deep]));
}

/** A record, what came of it word for word, and the fingerprint of that. */
export interface Sent {
  readonly record: AnyRecord;
  readonly sent: string;
  readonly hash: string;
  /** The scope it was sent for, where that was said. */
  readonly said?: string | undefined;
}

/** A record with its scope and its place there. */
export interface Ordered extends Sent {
  readonly scope: string;
  readonly seq: number;
}

/**
 * Stores new records, parents before children as given. All or none. The envelopes go in first, in their order, then the
 * bodies kind by kind: a statement a kind and not one a record.
 */
export async function insertRecords(tx: Tx, records: readonly Ordered[]): Promise<void> {
  await insertRows(
    tx,
    recordTable,
    records.map(({ record: { body: _, ...envelope }, sent, hash, scope, seq }) => ({ ...envelope, sent, hash, scope, seq })),
  );
  // KIND_NAMES has what is named before what names it
  for (const kind of KIND_NAMES) {
    const own = records.filter(({ record }) => record.kind === kind);
    // what a kind's table holds is the kind's own matter: its class has checked the body
    if (own.length > 0)
      await insertRows(
        tx,
        TABLES[kind],
        own.map(({ record }) => ({ ...record.body, id: record.id })),
      );
  }
}

/** Rows as one document: a value a column of a thousand rows takes longer to write out than to store. */
async function insertRows(tx: Tx, table: PgTable, rows: readonly object[]): Promise<void> {
  const columns = Object.keys(getTableColumns(table)).map((key) => [key, toSnakeCase(key)] as const);
  const named = rows.map((row) => Object.fromEntries(columns.map(([key, name]) => [name, (row as Record<string, unknown>)[key] ?? null])));
  // its schema is said: by itself “record” is a type of PostgreSQL's own
  await tx.execute(
    sql`insert into ${table} select * from jsonb_populate_recordset(null::public.${table}, ${JSON.stringify(named)}::jsonb)`,
  );
}

/** A page of a scope's records in its order, each as it was sent. */
export async function recordsAfter(
  db: Db,
  scope: string,
  after: number,
  limit: number,
): Promise<(AnyRecord & { seq: number; scope: string })[]> {
  const { seq, sent } = recordTable;
  const rows = await db
    .select({ seq, sent })
    .from(recordTable)
    .where(and(eq(recordTable.scope, scope), gt(seq, after)))
    .orderBy(asc(seq))
    .limit(limit);
  return rows.map((row) => ({ ...(JSON.parse(row.sent) as AnyRecord), seq: row.seq, scope }));
}

/** Id of the record at a place in the order of a scope; null where none stands there. */
export async function recordAt(db: Db, scope: string, place: number): Promise<string | null> {
  const { id, seq } = recordTable;
  const [row] = await db
    .select({ id })
    .from(recordTable)
    .where(and(eq(recordTable.scope, scope), eq(seq, place)));
  return row?.id ?? null;
}
