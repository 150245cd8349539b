import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import * as schema from './schema/index';

export type Db = NodePgDatabase<typeof schema>;
export type Tx = Parameters<Parameters<Db['transaction']>[0]>[0];

export function connect(url: string): { readonly db: Db; readonly pool: pg.Pool } {
  const pool = new pg.Pool({ connectionString: url, max: 8 });
  // an idle connection that breaks (the server restarts) is replaced by the pool; without a listener it would end the process
  pool.on('error', (e) => console.error(`database connection lost: ${e.message}`));
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
