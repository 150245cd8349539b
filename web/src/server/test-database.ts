import path from 'node:path';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { connect } from './db';

let databases = 0;

/** A fresh, migrated database of the throw-away cluster, for one test file. */
export async function testDatabase() {
  const admin = new URL(process.env.TEST_DATABASE_URL ?? '');
  const name = `test_${process.pid}_${++databases}`;
  const root = new pg.Client({ connectionString: admin.href });
  await root.connect();
  await root.query(`create database ${name}`);
  const url = new URL(admin.href);
  url.pathname = `/${name}`;
  const { db, pool } = connect(url.href);
  await migrate(drizzle(pool), { migrationsFolder: path.resolve(import.meta.dirname, '../../migrations') });
  return {
    db,
    pool,
    async drop() {
      await pool.end();
      await root.query(`drop database ${name}`);
      await root.end();
    },
  };
}
