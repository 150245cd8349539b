import { and, asc, eq, gt, inArray, isNull, sql } from 'drizzle-orm';
import { mayJudge, readWith } from '../../book/read-with';
import type { AnyRecord } from '../../contract/envelope';
import { homeOf, SHARED } from '../../contract/scope';
import type { Db } from '../db';
import { filed, record } from '../schema/index';
import { among, type Which } from './which';

/** So many records are looked at at once. */
const AT_ONCE = 5000;

/** A record that was filed, as far as it says which trees change. */
export interface Filed {
  readonly kind: string;
  readonly entity: string;
  readonly first: boolean;
  readonly tree: string | null;
}

/**
 * Files the records of a survey by tree, those that came after a place in its order.
 * @param tell of each as it is filed
 * @returns the place of the last one
 */
export async function fileRecords(db: Db, scope: string, after: number, tell: (filed: Filed) => void): Promise<number> {
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
      records.map(({ seq, record: r }) => ({ record: r.id, scope, seq, tree: trees.get(r.id) ?? null, tool: readWith(r) })),
    );
    for (const { record: r } of records) {
      tell({ kind: r.kind, entity: r.entity, first: r.id === r.entity, tree: trees.get(r.id) ?? null });
    }
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
    insert into derived.filed (record, scope, seq, tree, tool)
    select * from jsonb_to_recordset(${values}::jsonb) as x(record uuid, scope text, seq bigint, tree uuid, tool text)
    on conflict (record) do nothing`);
}

/**
 * Records as they were sent, with commas between them: nobody looks at them on the way to where they are worked with, and a
 * book is the same in whatever order they come.
 */
const inOne = sql<string | null>`string_agg(${record.sent}, ',')`;

/** The records of a scope that belong to no tree, of what every survey shares all of them: the inside of a JSON list. */
export async function groundOf(db: Db, scope: string): Promise<string> {
  const base = db.select({ all: inOne }).from(record);
  const [row] =
    scope === SHARED
      ? await base.where(eq(record.scope, scope))
      : await base.innerJoin(filed, eq(filed.record, record.id)).where(and(eq(filed.scope, scope), isNull(filed.tree)));
  return row?.all ?? '';
}

/** The records of some trees. */
export interface TreeRecords {
  /** Of trees of which there is one record and nothing else. */
  readonly alone: readonly AnyRecord[];
  readonly others: readonly AnyRecord[];
}

interface Places {
  readonly first: string | null;
  readonly last: string | null;
  /** Places of records of trees of which there is one alone, and of the others', with commas between them. */
  readonly alone: string | null;
  readonly others: string | null;
}

/**
 * Trees that follow each other were mostly stored after each other, and then a stretch of the survey's order holds little
 * else. No join: where the database does not know yet how much there is, it would look at every pair. Places come as texts,
 * which are read several times as fast as a row each.
 * @param but trees of which none are wanted
 */
export async function recordsOf(db: Db, scope: string, which: Which, but: readonly string[] = []): Promise<TreeRecords> {
  const { rows: places } = await db.execute<Places & Record<string, unknown>>(sql`
    select min(first) as first, max(last) as last,
      string_agg(places, ',') filter (where records = 1) as alone, string_agg(places, ',') filter (where records > 1) as others
    from (select count(*) as records, min(seq) as first, max(seq) as last, string_agg(seq::text, ',') as places from derived.filed
      where scope = ${scope} and ${among(sql`tree`, which)} and not ${among(sql`tree`, { trees: but })} group by tree) trees`);
  // a sum over nothing is a row too
  const at = places[0] as Places;
  const [first, last] = [Number(at.first ?? 0), Number(at.last ?? 0)];
  const [single, several] = [new Set(at.alone?.split(',')), new Set(at.others?.split(','))];
  const together = last - first < 2 * (single.size + several.size);
  const { rows } = await db.execute<{ seq: string; sent: string }>(sql`
    select seq, sent from record where scope = ${scope} and
    ${together ? sql`seq between ${first} and ${last}` : sql`seq = any(${`{${[...single, ...several]}}`}::bigint[])`}`);
  const [alone, others]: [AnyRecord[], AnyRecord[]] = [[], []];
  for (const { seq, sent } of rows) {
    if (several.has(seq)) others.push(JSON.parse(sent));
    else if (single.has(seq)) alone.push(JSON.parse(sent));
  }
  return { alone, others };
}
/** What several such texts list, in that order. */
export const listed = (...texts: readonly string[]): string => `[${texts.filter((t) => t !== '').join(',')}]`;

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

/** Trees whose readings judge each other's tools, and so those of other trees. */
export async function pairedTrees(db: Db, scope: string): Promise<readonly string[]> {
  const { rows: used } = await db.execute<{ tool: string }>(
    sql`select distinct tool from derived.filed where scope = ${scope} and tree is not null and tool is not null`,
  );
  // what no two tools of the whole survey do, no two on one tree can
  if (!mayJudge(used.map((r) => r.tool))) return [];
  // whatever was read with the same tools is judged together: of a hundred thousand trees there are a few kinds
  const { rows } = await db.execute<{ tools: string[]; trees: string }>(sql`
    select tools, string_agg(tree::text, ',') as trees from (
      select tree, array_agg(distinct tool) as tools from derived.filed
      where scope = ${scope} and tree is not null and tool is not null group by tree having count(distinct tool) > 1) t
    group by tools`);
  return rows.flatMap(({ tools, trees }) => (mayJudge(tools) ? trees.split(',') : [])).sort();
}
