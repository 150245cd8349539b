// What npm start does once everything is installed and built: a database, its tables, the web server on top.
import { applyMigrations, ensureDatabase, loadDemo } from './database.mjs';
import { keepWeb } from './keep-web.mjs';
import { dataHome, portFree, startPostgres } from './pg.mjs';
import { giveUp, say } from './say.mjs';
import { taken } from './web-server.mjs';

const LOOPBACK = /^(127\.\d+\.\d+\.\d+|localhost|::1)$/;

function asked() {
  const host = process.env.HOST ?? '127.0.0.1';
  if (!LOOPBACK.test(host)) giveUp(`HOST=${host} would open the field book to the network, and it has no accounts yet: use 127.0.0.1.`);
  const port = process.env.PORT ? Number(process.env.PORT) : null;
  if (port !== null && !(Number.isInteger(port) && port > 0 && port < 65536))
    giveUp(`PORT=${process.env.PORT} is not a port: a number from 1 to 65535.`);
  return { host, port };
}

export async function serve() {
  const { host, port: wanted } = asked();
  if (wanted !== null && !(await portFree(wanted, host))) giveUp(`The ${taken(host, wanted)}`);
  const stopping = new AbortController();
  let starting;
  let web;
  async function stop(code) {
    if (stopping.signal.aborted) return;
    stopping.abort();
    say('stopping …');
    setTimeout(() => process.exit(code || 1), 15_000).unref();
    await web?.stop().catch(() => {});
    // one that is still starting is stopped as soon as it can be
    await (await starting?.catch(() => null))?.stop();
    process.exit(code);
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => stop(0));

  try {
    let owner = { connectionString: process.env.DATABASE_URL };
    if (!process.env.DATABASE_URL) {
      say('starting the database …');
      starting = startPostgres(dataHome(), stopping.signal);
      const cluster = await starting;
      cluster.onExit(() => {
        if (stopping.signal.aborted) return;
        console.error('The database ended unexpectedly; nothing that was kept is lost. Start again with npm start.');
        stop(1);
      });
      const made = await ensureDatabase(cluster, 'arbolito');
      owner = made.owner;
      process.env.DATABASE_URL = made.url;
    }
    say('bringing the tables up to date …');
    const filled = await applyMigrations(owner, starting && 'arbolito');
    if (!filled && !stopping.signal.aborted) {
      say('loading the demo surveys …');
      await loadDemo(process.env.DATABASE_URL);
    }
    if (stopping.signal.aborted) return;
    web = await keepWeb(host, wanted);
    say('ready. Ctrl-C stops it; what is kept stays.');
    console.log(`\n  Arbolito is open at http://${host.includes(':') ? `[${host}]` : host}:${web.port}/\n`);
  } catch (e) {
    // whatever was broken off by stopping is no fault
    if (stopping.signal.aborted) return;
    console.error(`\nArbolito could not start: ${e.message}\n`);
    await stop(1);
  }
}
