import { eq, sql } from 'drizzle-orm';
import { SHARED } from '../../contract/scope';
import type { Db, Tx } from '../db';
import { due } from '../schema/index';

/** A survey that somebody works at. */
export interface Due {
  readonly scope: string;
  /** What asked for it by the time it was taken up. */
  readonly wanted: number;
  readonly tries: number;
}
/** A survey that could not be brought up. */
export interface Failed {
  readonly tries: number;
  readonly why: string;
  /** When it is tried again. */
  readonly next: string;
}

/** Whoever took it up longer ago is gone, or works still: two that work at one survey wait for each other. */
const LEASE = sql`interval '2 minutes'`;
/** The pause after a first try that failed; it doubles with each, up to a most. */
const FIRST_PAUSE_S = 5;
const LONGEST_PAUSE_S = 3600;
/** From something new until one that failed is tried again. */
const SOON = sql`interval '30 seconds'`;
/** Of a reason, so many characters are kept. */
const LONGEST_REASON = 300;

/** Notes that results of surveys are to be brought up: with the records that ask for it, so that neither is without the other. */
export async function noteDue(tx: Db | Tx, scopes: readonly string[]): Promise<void> {
  // in the order of their ids, as scopes are locked: nobody waits in a circle
  const ids = [...new Set(scopes)].filter((s) => s !== SHARED).sort();
  if (ids.length === 0) return;
  await tx
    .insert(due)
    .values(ids.map((scope) => ({ scope })))
    .onConflictDoUpdate({
      target: due.scope,
      // new records may be what mends one that failed
      set: { wanted: sql`${due.wanted} + 1`, next: sql`least(${due.next}, now() + ${SOON})` },
    });
}

/** Takes up the survey that waits longest and that nobody works at; null where none is due now. */
export async function claimDue(db: Db): Promise<Due | null> {
  const { rows } = await db.execute<{ scope: string; wanted: number; tries: number }>(sql`
    update ${due} set claimed = now() where scope = (
      select scope from ${due} where next <= now() and (claimed is null or claimed < now() - ${LEASE})
      order by since limit 1 for update skip locked)
    returning scope, wanted, tries`);
  return rows[0] ?? null;
}

/** Takes a survey off the list, unless something new asked for it meanwhile. */
export async function finishDue(db: Db, { scope, wanted }: Due): Promise<void> {
  const taken = await db.delete(due).where(sql`${due.scope} = ${scope} and ${due.wanted} = ${wanted}`).returning({ scope: due.scope });
  if (taken.length === 0)
    await db.update(due).set({ claimed: null, tries: 0, error: null, since: sql`now()`, next: sql`now()` }).where(eq(due.scope, scope));
}

/** Notes why a survey could not be brought up, and when that is tried again. */
export async function failDue(db: Db, scope: string, why: string): Promise<void> {
  const pause = sql`least(${LONGEST_PAUSE_S}, ${FIRST_PAUSE_S} * power(2, least(${due.tries}, 20))) * interval '1 second'`;
  await db
    .insert(due)
    .values({ scope, tries: 1, error: why.slice(0, LONGEST_REASON), next: sql`now() + ${FIRST_PAUSE_S} * interval '1 second'` })
    .onConflictDoUpdate({
      target: due.scope,
      set: { claimed: null, tries: sql`${due.tries} + 1`, error: why.slice(0, LONGEST_REASON), next: sql`now() + ${pause}` },
    });
}

/** Why a survey could not be brought up, until that is tried again; null where nothing is known against it. */
export async function failureOf(db: Db, scope: string): Promise<Failed | null> {
  const [row] = await db.select().from(due).where(sql`${due.scope} = ${scope} and ${due.error} is not null and ${due.next} > now()`);
  return row?.error == null ? null : { tries: row.tries, why: row.error, next: new Date(row.next).toISOString() };
}

/** Milliseconds until something is due that nobody works at; null where nothing is. */
export async function nextDue(db: Db): Promise<number | null> {
  const { rows } = await db.execute<{ ms: number | null }>(sql`
    select extract(epoch from min(greatest(next, coalesce(claimed + ${LEASE}, next))) - now())::float8 * 1000 as ms from ${due}`);
  return rows[0]?.ms ?? null;
}
