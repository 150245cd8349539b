import { eq, ne } from 'drizzle-orm';
import { SHARED } from '../../contract/scope';
import { derive } from '../../derivation/engine';
import { connect, type Db } from '../db';
import { isAway } from '../db-errors';
import { filed, scope as scopes, surveyAnswer, surveyState, treeRow } from '../schema/index';
import { countScopes } from '../scope-repository';
import { ServerStore } from './derivation-store';
import { whileLocked } from './lock';
import { reasonOf } from './reason';
import { endThreads, inThreads } from './threads';
import { VERSION } from './version';

/** Told of surveys that are made anew: how many trees of one were looked at, and why one could not be. */
export interface Rebuilt {
  readonly trees: (name: string, trees: number) => void;
  readonly failed: (name: string, why: string) => void;
}

/**
 * Makes all that is derived anew from the records: what is counted, which tree a record is of, the rows of trees.
 * @param url of the database
 * @param folder with the built threads; null to work in place
 * @returns how many surveys were made anew; one that fails is told, and the others go on
 */
export async function rebuildAll(url: string, tell: Rebuilt, folder: string | null = null): Promise<number> {
  const { db, pool } = connect(url, true);
  try {
    const uncounted = new Map<string, Error>();
    await countScopes(db, (id, e) => uncounted.set(id, e));
    const all = await db.select({ id: scopes.id, name: scopes.name }).from(scopes).where(ne(scopes.id, SHARED)).orderBy(scopes.id);
    let made = 0;
    for (const { id, name } of all)
      try {
        const wrong = uncounted.get(id);
        if (wrong) throw wrong;
        const store = new ServerStore(db, id);
        let trees = 0;
        await whileLocked(pool, id, async () => {
          await forget(db, id);
          await derive(store, {
            version: VERSION,
            tell: (part) => {
              trees += part.trees;
              tell.trees(name ?? id, trees);
            },
            ...(folder === null ? {} : { work: inThreads(store, folder, url) }),
          });
        });
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

/** Takes out all that is derived of a survey. */
const forget = (db: Db, scope: string): Promise<void> =>
  db.transaction(async (tx) => {
    for (const t of [surveyState, surveyAnswer, treeRow, filed]) await tx.delete(t).where(eq(t.scope, scope));
  });
