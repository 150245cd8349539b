import { asc, gt, inArray, sql } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import type { AnyRecord } from '../contract/envelope';
import type { Kind } from '../contract/records/index';
import type { Db, Tx } from './db';
import * as schema from './schema/index';

type BodyTable = PgTable & { id: typeof schema.person.id };
const { record: _record, recordSeq: _seq, bodyMeasure, paceCalibration, ...bodies } = schema;
const TABLES = { ...bodies, 'body-measure': bodyMeasure, 'pace-calibration': paceCalibration } as unknown as Record<Kind, BodyTable>;

export interface Stamp {
  readonly kind: string;
  readonly entity: string;
  readonly hash: string;
}

/** Kind, entity and fingerprint of the records among `ids` that are stored. */
export async function stampsOf(tx: Db | Tx, ids: readonly string[]): Promise<Map<string, Stamp>> {
  if (ids.length === 0) return new Map();
  const rows = await tx
    .select({ id: schema.record.id, kind: schema.record.kind, entity: schema.record.entity, hash: schema.record.hash })
    .from(schema.record)
    .where(inArray(schema.record.id, [...ids]));
  return new Map(rows.map((r) => [r.id, r]));
}

/** One writer at a time, so that the server's order is also the order in which records become visible to a pull. */
export async function lockForWriting(tx: Tx): Promise<void> {
  await tx.execute(sql`select pg_advisory_xact_lock(hashtext('arbolito.record'))`);
}

/** A record, what came of it word for word, and the fingerprint of that. */
export interface Sent {
  readonly record: AnyRecord;
  readonly sent: string;
  readonly hash: string;
}

/** Stores new records, parents before children as given. All or none. */
export async function insertRecords(tx: Tx, records: readonly Sent[]): Promise<void> {
  for (const run of runsOfOneKind(records)) {
    await tx.insert(schema.record).values(run.map(({ record: { body: _, ...envelope }, sent, hash }) => ({ ...envelope, sent, hash })));
    const table = TABLES[(run[0] as Sent).record.kind];
    await tx.insert(table).values(run.map(({ record }) => ({ ...(record.body as object), id: record.id })));
  }
}

function runsOfOneKind(records: readonly Sent[]): Sent[][] {
  const runs: Sent[][] = [];
  for (const next of records) {
    const last = runs.at(-1);
    // a version must be in the table before one that supersedes it, which a single statement does not promise
    const follows = last?.[0]?.record.kind === next.record.kind && !last.some(({ record }) => record.id === next.record.supersedes);
    if (last && follows && last.length < 500) last.push(next);
    else runs.push([next]);
  }
  return runs;
}

/** A page of records in the server's order, each as it was sent. */
export async function recordsAfter(db: Db, after: number, limit: number): Promise<(AnyRecord & { seq: number })[]> {
  const { seq, sent } = schema.record;
  const rows = await db.select({ seq, sent }).from(schema.record).where(gt(seq, after)).orderBy(asc(seq)).limit(limit);
  return rows.map((row) => ({ ...(JSON.parse(row.sent) as AnyRecord), seq: row.seq }));
}

export interface SurveyLine {
  readonly id: string;
  readonly name: string;
  readonly place: string | null;
  readonly trees: number;
}

/** Surveys in force with their number of trees: what the field book shows before any script runs. */
export async function surveyLines(db: Db): Promise<readonly SurveyLine[]> {
  const result = await db.execute<{ id: string; name: string; place: string | null; trees: number }>(sql`
    with in_force as (
      select r.* from record r
      where not exists (select 1 from retraction x where x.record = r.id)
        and not exists (
          select 1 from record s where s.supersedes = r.id and not exists (select 1 from retraction y where y.record = s.id)
        )
    )
    select distinct on (r.entity) r.entity as id, s.name, s.place,
      (select count(distinct tr.entity)::int from tree t join in_force tr on tr.id = t.id where t.survey = r.entity) as trees
    from survey s join in_force r on r.id = s.id
    order by r.entity, r.id desc`);
  return result.rows;
}
