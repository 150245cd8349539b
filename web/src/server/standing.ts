import { inArray, type SQL, sql } from 'drizzle-orm';
import { RecordIndex } from '../book/record-index';
import type { AnyRecord } from '../contract/envelope';
import type { Db, Tx } from './db';
import { record } from './schema/index';

export const sqlIds = (ids: Iterable<string>) => sql`${sql.param(`{${[...ids].join()}}`)}::uuid[]`;

/**
 * What decides whether some trees and surveys are in force or struck out, and what they are called: their versions, the
 * strike-outs of them and of the trees' plots, and what takes any of these back. All else of the book says nothing of it.
 * @param trees their ids
 * @param surveys their ids
 */
export async function standingRecords(tx: Db | Tx, trees: readonly string[], surveys: readonly string[] = []): Promise<AnyRecord[]> {
  const found = new Map<string, AnyRecord>();
  const take = async (which: SQL) => {
    const rows = await tx.select({ sent: record.sent }).from(record).where(which);
    const fresh = rows.map((r) => JSON.parse(r.sent) as AnyRecord).filter((r) => !found.has(r.id));
    for (const r of fresh) found.set(r.id, r);
    return fresh;
  };
  const versionsOf = (things: readonly string[]) => (things.length === 0 ? [] : take(inArray(record.entity, [...things])));
  const own = await versionsOf([...new Set([...trees, ...surveys])]);
  const plots = new Set(own.flatMap((r) => (r.kind === 'tree' && r.body.plot ? [r.body.plot] : [])));
  const struck = await strikeOutsOf([...trees, ...surveys, ...plots]);
  if (struck.size > 0) {
    await versionsOf([...plots].filter((p) => struck.has(p)));
    // a part of a tree that its strike-out's maker had not seen keeps the tree
    const parts = await partsOf(trees.filter((t) => struck.has(t)));
    await versionsOf(parts);
    await strikeOutsOf(parts);
  }
  // what is taken back, and what takes that back, until there is no more
  for (let last = [...found.keys()]; last.length > 0; ) {
    const by = await take(
      sql`${record.entity} in (select r.entity from record r join retraction x on x.id = r.id where x.record = any(${sqlIds(last)}))`,
    );
    last = by.map((r) => r.id);
  }
  return [...found.values()];

  /** Takes the strike-outs of some things, and gives those things. */
  async function strikeOutsOf(things: readonly string[]): Promise<ReadonlySet<string>> {
    if (things.length === 0) return new Set();
    const by = await take(
      sql`${record.entity} in (select r.entity from record r join strike_out x on x.id = r.id where x.entity = any(${sqlIds(new Set(things))}))`,
    );
    return new Set(by.flatMap((r) => (r.kind === 'strike-out' ? [r.body.entity] : [])));
  }
  async function partsOf(of: readonly string[]): Promise<readonly string[]> {
    if (of.length === 0) return [];
    const ids = sqlIds(of);
    const { rows } = await tx.execute<{ entity: string }>(sql`
      select distinct r.entity from record r where r.id in (
        select id from stem where tree = any(${ids}) union select id from visit where tree = any(${ids})
        union select id from confirmation where tree = any(${ids}))`);
    return rows.map((r) => r.entity);
  }
}

/** How many of some trees count: in force, and neither struck out nor on a plot that was struck out with them. */
export const treesThatCount = (index: RecordIndex, trees: readonly string[]): number =>
  trees.reduce((n, id) => n + (index.entry(id)?.latest && !index.isStruck(id) ? 1 : 0), 0);

/** What the list of surveys says of one. */
export interface Standing {
  readonly name: string | null;
  readonly place: string | null;
  readonly struck: boolean;
}
export function surveyStanding(index: RecordIndex, survey: string): Standing {
  const body = index.entry(survey)?.body as { readonly name?: string; readonly place?: string | null } | null | undefined;
  return { name: body?.name ?? null, place: body?.place ?? null, struck: index.isStruck(survey) };
}

export const indexOf = (records: readonly AnyRecord[]): RecordIndex => {
  const index = new RecordIndex();
  index.add(records);
  return index;
};
