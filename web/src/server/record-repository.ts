import { and, asc, eq, gt, inArray } from 'drizzle-orm';
import type { AnyRecord } from '../contract/envelope';
import type { Db, Tx } from './db';
import { record as recordTable, TABLES } from './schema/index';

export interface Stamp {
  readonly kind: string;
  readonly entity: string;
  readonly hash: string;
  readonly scope: string;
}

/** Kind, entity, scope and fingerprint of the records among `ids` that are stored. */
export async function stampsOf(tx: Db | Tx, ids: readonly string[]): Promise<Map<string, Stamp>> {
  if (ids.length === 0) return new Map();
  const rows = await tx
    .select({ id: recordTable.id, kind: recordTable.kind, entity: recordTable.entity, hash: recordTable.hash, scope: recordTable.scope })
    .from(recordTable)
    .where(inArray(recordTable.id, [...ids]));
  return new Map(rows.map((r) => [r.id, r]));
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

/** Stores new records, parents before children as given. All or none. */
export async function insertRecords(tx: Tx, records: readonly Ordered[]): Promise<void> {
  for (const run of runsOfOneKind(records)) {
    await tx
      .insert(recordTable)
      .values(run.map(({ record: { body: _, ...envelope }, sent, hash, scope, seq }) => ({ ...envelope, sent, hash, scope, seq })));
    const table = TABLES[(run[0] as Ordered).record.kind];
    // what a kind's table holds is the kind's own matter: its class has checked the body
    await tx.insert(table).values(run.map(({ record }) => ({ ...(record.body as object), id: record.id })) as never);
  }
}

function runsOfOneKind(records: readonly Ordered[]): Ordered[][] {
  const runs: Ordered[][] = [];
  for (const next of records) {
    const last = runs.at(-1);
    // a version must be in the table before one that supersedes it, which a single statement does not promise
    const follows = last?.[0]?.record.kind === next.record.kind && !last.some(({ record }) => record.id === next.record.supersedes);
    if (last && follows && last.length < 500) last.push(next);
    else runs.push([next]);
  }
  return runs;
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
