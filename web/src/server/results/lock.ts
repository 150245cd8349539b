import { setTimeout } from 'node:timers/promises';
import type pg from 'pg';

const AGAIN_MS = 100;

/** Works while nobody else, in this process or another, brings up the same survey; waits until nobody does. */
export async function whileLocked<T>(pool: pg.Pool, scope: string, work: () => Promise<T>): Promise<T> {
  const client = await pool.connect();
  try {
    for (;;) {
      const { rows } = await client.query<{ mine: boolean }>(
        "select pg_try_advisory_lock(hashtext('arbolito.results'), hashtext($1)) as mine",
        [scope],
      );
      if (rows[0]?.mine) break;
      await setTimeout(AGAIN_MS);
    }
    try {
      return await work();
    } finally {
      await client.query("select pg_advisory_unlock(hashtext('arbolito.results'), hashtext($1))", [scope]);
    }
  } finally {
    client.release();
  }
}
