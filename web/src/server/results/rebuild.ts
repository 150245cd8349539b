import { and, eq, isNull, ne, or, sql } from 'drizzle-orm';
import { SHARED } from '../../contract/scope';
import { connect } from '../db';
import { derivation, scope as scopes } from '../schema/index';
import { countScopes } from '../scope-repository';
import { bringUp, type Derivation } from './bring-up';
import { whileLocked } from './lock';
import { PROGRAM } from './program';
import { endThreads, inThreads } from './threads';

/** A survey that is made anew: how far it is. */
export type Rebuilt = (name: string, state: Derivation) => void;

/** No program has this name: what carries it is to be made anew. */
const ANEW = '';

/**
 * Makes the results of all surveys anew from their records. One that was interrupted goes on where it was.
 * @param url of the database
 * @param tell after each part
 * @param folder with the built threads; null to work in place
 * @returns how many surveys were made anew
 */
export async function rebuildAll(url: string, tell: Rebuilt, folder: string | null = null): Promise<number> {
  const { db, pool } = connect(url, true);
  const threads = folder === null ? {} : { workOut: inThreads(db, folder, url) };
  try {
    await countScopes(db);
    const unfinished = or(eq(derivation.program, ANEW), sql`${derivation.through} is not null`);
    const [left] = await db.select({ scope: derivation.scope }).from(derivation).where(unfinished).limit(1);
    if (!left) await db.update(derivation).set({ program: ANEW });
    const todo = await db
      .select({ id: scopes.id, name: scopes.name })
      .from(scopes)
      .leftJoin(derivation, eq(derivation.scope, scopes.id))
      .where(and(ne(scopes.id, SHARED), or(unfinished, isNull(derivation.scope))))
      .orderBy(scopes.id);
    for (const { id, name } of todo)
      await whileLocked(pool, id, () => bringUp(db, id, PROGRAM, { tell: (state) => tell(name ?? id, state), ...threads }));
    return todo.length;
  } finally {
    await endThreads();
    await pool.end();
  }
}
