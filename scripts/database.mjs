// The application's database: who owns it, who serves from it, its tables, the demo in it.
import { spawn } from 'node:child_process';
import path from 'node:path';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { ROOT } from './install.mjs';

async function withClient(config, work) {
  const client = new pg.Client(config);
  client.on('error', () => {}); // the statement under way hears of it
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

/**
 * A database whose tables belong to a role that migrates, and are read and added to by a role that serves.
 * @param anew whether one of that name is thrown away first
 * @returns `owner`, how to connect for migrations, and `url`, the address for serving
 */
export async function ensureDatabase(cluster, name, anew = false) {
  await withClient(cluster.admin('postgres'), async (admin) => {
    // one at a time: two that look for the roles at once would both make them
    await admin.query("select pg_advisory_lock(hashtext('arbolito.roles'))");
    for (const role of ['arbolito_owner', 'arbolito']) {
      const there = await admin.query('select 1 from pg_roles where rolname = $1', [role]);
      if (!there.rowCount) await admin.query(`create role ${role} login`);
    }
    await admin.query(`alter role arbolito nosuperuser nocreatedb nocreaterole password ${admin.escapeLiteral(cluster.password)}`);
    const database = admin.escapeIdentifier(name);
    if (anew) await admin.query(`drop database if exists ${database}`);
    const there = await admin.query('select 1 from pg_database where datname = $1', [name]);
    await admin.query(
      there.rowCount ? `alter database ${database} owner to arbolito_owner` : `create database ${database} owner arbolito_owner`,
    );
    await admin.query(`revoke all on database ${database} from public`);
    await admin.query(`grant connect on database ${database} to arbolito`);
  });
  await withClient(cluster.admin(name), async (admin) => {
    // an earlier version let the serving role own what it serves
    await admin.query('reassign owned by arbolito to arbolito_owner');
    await admin.query('alter schema public owner to arbolito_owner');
    await admin.query('revoke all on schema public from public');
  });
  return { owner: cluster.owner(name), url: cluster.url(name) };
}

/**
 * Brings the tables up to date, one starter at a time.
 * @param config how to connect as the owner of the tables
 * @param server the role that serves; left out where one role does both
 * @returns whether there are any records
 */
export async function applyMigrations(config, server) {
  const pool = new pg.Pool({ ...config, max: 1 });
  pool.on('error', () => {});
  pool.on('connect', (client) => void client.on('error', () => {}));
  try {
    await pool.query("select pg_advisory_lock(hashtext('arbolito.migrations'))");
    await migrate(drizzle(pool), { migrationsFolder: path.join(ROOT, 'web/migrations') });
    await pool.query('select keep_unchanged()');
    await pool.query(NOTE_DATABASE);
    if (server) {
      await pool.query(`grant usage on schema public to ${server}`);
      await pool.query(`grant select, insert on all tables in schema public to ${server}`);
      // the book's one id is its owner's to give
      await pool.query(`revoke insert on book from ${server}`);
      // the counters of the scopes are all it ever changes
      await pool.query(`grant update on scope to ${server}`);
      // what follows from the records can be made anew: it is written over and thrown away
      await pool.query(`grant usage on schema derived to ${server}`);
      await pool.query(`grant select, insert, update, delete on all tables in schema derived to ${server}`);
      await pool.query(`grant usage on all sequences in schema public to ${server}`);
    }
    const { rows } = await pool.query('select exists (select from record) as filled');
    return rows[0].filled;
  } finally {
    await pool.end();
  }
}

/** Which database this is: no other has the same two numbers. */
const DATABASE = `(select system_identifier from pg_control_system())::text || '.' ||
  (select oid from pg_database where datname = current_database())::text`;
/** In another database than before, places in the order may name other records: the book gets a new id, so that devices look. */
const NOTE_DATABASE = `update book set id = case when database is null or database = ${DATABASE} then id else gen_random_uuid() end,
  database = ${DATABASE} where database is distinct from ${DATABASE}`;

/**
 * Gives the book a new id, as it was restored.
 * @returns how many records it has
 */
export async function newBookId(config) {
  return withClient(config, async (owner) => {
    await owner.query(`update book set id = gen_random_uuid(), database = ${DATABASE}`);
    return Number((await owner.query('select count(*) as n from record')).rows[0].n);
  });
}

/**
 * Puts one database in the place of another, which is kept under a name with the time.
 * @returns that name; null where there was none
 */
export async function swapDatabases(cluster, from, to) {
  return withClient(cluster.admin('postgres'), async (admin) => {
    const there = await admin.query('select 1 from pg_database where datname = $1', [to]);
    const before = there.rowCount ? `${to}_before_${new Date().toISOString().replace(/\D/g, '').slice(0, 14)}` : null;
    if (before) await admin.query(`alter database ${admin.escapeIdentifier(to)} rename to ${admin.escapeIdentifier(before)}`);
    await admin.query(`alter database ${admin.escapeIdentifier(from)} rename to ${admin.escapeIdentifier(to)}`);
    return before;
  });
}

/** Loads the demo surveys, whole or not at all, through the service that stores everybody's records. */
export function loadDemo(url) {
  return new Promise((done, fail) => {
    const child = spawn(process.execPath, ['--import', 'tsx', path.join(ROOT, 'scripts/load-demo.ts')], {
      cwd: ROOT,
      env: { ...process.env, DATABASE_URL: url, TSX_TSCONFIG_PATH: path.join(ROOT, 'web/tsconfig.json') },
      detached: true, // a Ctrl-C is ours to mind
      stdio: ['ignore', 'inherit', 'inherit'],
    });
    child.once('error', fail);
    child.once('exit', (code) => (code === 0 ? done() : fail(new Error('the demo surveys could not be loaded'))));
  });
}
