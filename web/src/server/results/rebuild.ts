import { and, eq, isNull, ne, or, sql } from 'drizzle-orm';
import { SHARED } from '../../contract/scope';
import { connect } from '../db';
import { isAway } from '../db-errors';
import { derivation, scope as scopes } from '../schema/index';
import { countScopes } from '../scope-repository';
import { bringUp, type Derivation } from './bring-up';
import { whileLocked } from './lock';
import { PROGRAM } from './program';
import { reasonOf } from './reason';
import { endThreads, inThreads } from './threads';

/** Told of surveys that are made anew: how far one is, and why one could not be. */
export interface Rebuilt {
  readonly state: (name: string, state: Derivation) => void;
  readonly failed: (name: string, why: string) => void;
}

/** No program has this name: what carries it is to be made anew. */
const ANEW = '';

/**
 * Makes the results of all surveys anew from their records. One that was interrupted goes on where it was.
 * @param url of the database
 * @param folder with the built threads; null to work in place
 * @returns how many surveys were made anew; one that fails is told, and the others go on
 */
export async function rebuildAll(url: string, tell: Rebuilt, folder: string | null = null): Promise<number> {
  const { db, pool } = connect(url, true);
  const threads = folder === null ? {} : { workOut: inThreads(db, folder, url) };
  try {
    const uncounted = new Map<string, Error>();
    await countScopes(db, (id, e) => uncounted.set(id, e));
    const unfinished = or(eq(derivation.program, ANEW), sql`${derivation.through} is not null`);
    const [left] = await db.select({ scope: derivation.scope }).from(derivation).where(unfinished).limit(1);
    if (!left) await db.update(derivation).set({ program: ANEW });
    const todo = await db
      .select({ id: scopes.id, name: scopes.name })
      .from(scopes)
      .leftJoin(derivation, eq(derivation.scope, scopes.id))
      .where(and(ne(scopes.id, SHARED), or(unfinished, isNull(derivation.scope))))
      .orderBy(scopes.id);
    let made = 0;
    for (const { id, name } of todo)
      try {
        const wrong = uncounted.get(id);
        if (wrong) throw wrong;
        await whileLocked(pool, id, () => bringUp(db, id, PROGRAM, { tell: (state) => tell.state(name ?? id, state), ...threads }));
        made++;
      } catch (e) {
        // without a database none of the others can be made either
        if (isAway(e)) throw e;
        tell.failed(name ?? id, reasonOf(e as Error));
      }
    return made;
  } finally {
    await endThreads();
    await pool.end();
  }
}
