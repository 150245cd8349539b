import { spawn } from 'node:child_process';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { ROOT } from './install.mjs';
import { dataHome, ensureDatabase, freePort, portFree, startPostgres } from './pg.mjs';
import { giveUp, say } from './say.mjs';

const LOOPBACK = /^(127\.\d+\.\d+\.\d+|localhost|::1)$/;

export async function applyMigrations(url) {
  const pool = new pg.Pool({ connectionString: url, max: 1 });
  try {
    await migrate(drizzle(pool), { migrationsFolder: path.join(ROOT, 'web/migrations') });
    const { rows } = await pool.query('select exists (select from record) as filled');
    return rows[0].filled;
  } finally {
    await pool.end();
  }
}

/** Serves the built application on `port`, with `DATABASE_URL` set. */
export async function startWeb(host, port) {
  process.env.HOST = host;
  process.env.PORT = String(port);
  process.env.ASTRO_NODE_AUTOSTART = 'disabled'; // we start it ourselves, after the migrations
  const { startServer } = await import(pathToFileURL(path.join(ROOT, 'web/dist/server/entry.mjs')).href);
  return startServer();
}

/** Makes the demo surveys and sends them in through the same door as everybody. */
export function loadDemo(address) {
  return new Promise((done, fail) => {
    const child = spawn(process.execPath, ['--import', 'tsx', path.join(ROOT, 'scripts/load-demo.ts'), address], {
      cwd: ROOT,
      detached: true, // a Ctrl-C is ours to mind: a demo half loaded would count as a book that is filled
      stdio: ['ignore', 'inherit', 'inherit'],
    });
    child.once('exit', (code) => (code === 0 ? done() : fail(new Error('the demo surveys could not be loaded'))));
  });
}

export async function serve() {
  const host = process.env.HOST ?? '127.0.0.1';
  if (!LOOPBACK.test(host)) giveUp(`HOST=${host} would open the field book to the network, and it has no accounts yet: use 127.0.0.1.`);
  const wanted = process.env.PORT ? Number(process.env.PORT) : null;
  if (wanted !== null && !(Number.isInteger(wanted) && wanted > 0 && wanted < 65536))
    giveUp(`PORT=${process.env.PORT} is not a port: a number from 1 to 65535.`);
  if (wanted !== null && !(await portFree(wanted)))
    giveUp(`Port ${wanted} on 127.0.0.1 is taken: set PORT to another one, or leave it out.`);

  let cluster;
  let web;
  let loading = Promise.resolve();
  let stopping = false;
  async function stop(code) {
    if (stopping) return;
    stopping = true;
    say('stopping …');
    await loading.catch(() => {});
    setTimeout(() => process.exit(code || 1), 15_000).unref();
    await web?.server.stop().catch(() => {});
    await cluster?.stop();
    process.exit(code);
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => stop(0));

  try {
    if (!process.env.DATABASE_URL) {
      say('starting the database …');
      cluster = await startPostgres(dataHome());
      cluster.onExit(() => {
        if (stopping) return;
        console.error('The database ended unexpectedly; nothing that was kept is lost. Start again with npm start.');
        stop(1);
      });
      process.env.DATABASE_URL = await ensureDatabase(cluster, 'arbolito');
    }
    say('bringing the tables up to date …');
    const filled = await applyMigrations(process.env.DATABASE_URL);
    const port = wanted ?? (await freePort(4321));
    web = await startWeb(host, port);
    const address = `http://${host.includes(':') ? `[${host}]` : host}:${port}`;
    if (!filled) {
      say('loading the demo surveys …');
      loading = loadDemo(address);
      await loading;
    }
    if (stopping) return;
    say('ready. Ctrl-C stops it; what is kept stays.');
    console.log(`\n  Arbolito is open at ${address}/\n`);
  } catch (e) {
    console.error(`\nArbolito could not start: ${e.message}\n`);
    await stop(1);
  }
}
