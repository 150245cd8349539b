import { asc, gt, inArray, sql } from 'drizzle-orm';
import type { AnyRecord } from '../contract/envelope';
import type { Db, Tx } from './db';
import { record as recordTable, TABLES } from './schema/index';

export interface Stamp {
  readonly kind: string;
  readonly entity: string;
  readonly hash: string;
}

/** Kind, entity and fingerprint of the records among `ids` that are stored. */
export async function stampsOf(tx: Db | Tx, ids: readonly string[]): Promise<Map<string, Stamp>> {
  if (ids.length === 0) return new Map();
  const rows = await tx
    .select({ id: recordTable.id, kind: recordTable.kind, entity: recordTable.entity, hash: recordTable.hash })
    .from(recordTable)
    .where(inArray(recordTable.id, [...ids]));
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
    await tx.insert(recordTable).values(run.map(({ record: { body: _, ...envelope }, sent, hash }) => ({ ...envelope, sent, hash })));
    const table = TABLES[(run[0] as Sent).record.kind];
    // what a kind's table holds is the kind's own matter: its class has checked the body
    await tx.insert(table).values(run.map(({ record }) => ({ ...(record.body as object), id: record.id })) as never);
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
  const { seq, sent } = recordTable;
  const rows = await db.select({ seq, sent }).from(recordTable).where(gt(seq, after)).orderBy(asc(seq)).limit(limit);
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
      select r.id, r.entity from record r
      where r.kind in ('survey', 'tree', 'strike-out')
        and not exists (select 1 from retraction x where x.record = r.id and not is_retracted(x.id))
        and not exists (
          select 1 from record s where s.supersedes = r.id
            and not exists (select 1 from retraction y where y.record = s.id and not is_retracted(y.id))
        )
    ),
    struck as (select x.entity from strike_out x join in_force f on f.id = x.id)
    select distinct on (r.entity) r.entity as id, s.name, s.place,
      (select count(distinct tr.entity)::int from tree t join in_force tr on tr.id = t.id
        where t.survey = r.entity and tr.entity not in (select entity from struck)
          and (t.plot is null or t.plot not in (select entity from struck))) as trees
    from survey s join in_force r on r.id = s.id
    where r.entity not in (select entity from struck)
    order by r.entity, r.id desc`);
  return result.rows;
}
