import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import { book, record, scope, TABLES } from './schema/index';

const schema = { book, record, scope, ...TABLES };

export type Db = NodePgDatabase<typeof schema>;
export type Tx = Parameters<Parameters<Db['transaction']>[0]>[0];

/**
 * What can be made anew need not wait for the disk. It is made of tables that were filled a moment ago, of whose size the
 * database knows nothing yet: it would rather collect and sort what an index already holds in order.
 */
const DERIVING = '-c synchronous_commit=off -c enable_bitmapscan=off';

/**
 * @param derives whether nothing is written but what can be made anew
 * @param max so many connections at most: the database gives away a hundred to all processes together
 */
export function connect(url: string, derives = false, max = 8): { readonly db: Db; readonly pool: pg.Pool } {
  const pool = new pg.Pool({
    connectionString: url,
    max,
    connectionTimeoutMillis: 5000,
    statement_timeout: 30_000,
    ...(derives ? { options: DERIVING } : {}),
  });
  // a connection that breaks (the server restarts, an administrator ends it) is replaced by the pool; without a listener it
  // would end the process, and the pool listens only to idle ones
  const lost = (e: Error) => console.error(`database connection lost: ${e.message}`);
  pool.on('error', () => {});
  pool.on('connect', (client) => void client.on('error', lost));
  return { db: drizzle(pool, { schema, casing: 'snake_case' }), pool };
}

let shared: ReturnType<typeof connect> | undefined;

/** The application's database, connected at first use. */
export function database(): Db {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set: start with npm start, which sets it.');
  shared ??= connect(url);
  return shared.db;
}
