import fs from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import compression from 'compression';
import { applyMigrations, ensureDatabase, loadDemo } from './database.mjs';
import { makeDoor } from './door.mjs';
import { ROOT, registerServer } from './install.mjs';
import { dataHome, freePort, portFree, startPostgres } from './pg.mjs';
import { giveUp, say } from './say.mjs';

const LOOPBACK = /^(127\.\d+\.\d+\.\d+|localhost|::1)$/;

/**
 * Serves the built application, with `DATABASE_URL` set.
 * @returns `stop()`, which lets answers under way finish for a few seconds
 */
export async function startWeb(host, port) {
  registerServer();
  process.env.ASTRO_NODE_AUTOSTART = 'disabled'; // we listen ourselves, after the migrations
  process.env.ARBOLITO_WORKERS = path.join(ROOT, 'web/dist/workers');
  const { handler } = await import(pathToFileURL(path.join(ROOT, 'web/dist/server/entry.mjs')).href);
  const server = makeDoor(lightened(handler), host, port);
  await new Promise((open, fail) => {
    server.once('error', fail);
    server.listen(port, host, open);
  });
  return {
    stop: () =>
      new Promise((done) => {
        server.close(done);
        server.closeIdleConnections();
        setTimeout(() => server.closeAllConnections(), 5000).unref();
      }),
  };
}

const CLIENT = path.join(ROOT, 'web/dist/client');
/** Files that the build has made small too. */
const SMALL = /^\/_astro\/[\w.-]+\.(js|css|svg)$/;
const TYPES = { js: 'text/javascript; charset=utf-8', css: 'text/css; charset=utf-8', svg: 'image/svg+xml' };

/** What weighs a phone's network down goes compressed: files as the build has made them small, answers on their way. */
function lightened(handler) {
  const onTheWay = compression();
  return (req, res) => {
    onTheWay(req, res, () => {});
    const [, kind] = SMALL.exec(req.url) ?? [];
    const takes = (req.headers['accept-encoding'] ?? '').split(',').some((e) => e.trim() === 'br');
    // looked for each time: a build may be under way
    if (kind && takes && fs.existsSync(path.join(CLIENT, `${req.url}.br`))) {
      res.setHeader('content-encoding', 'br');
      res.setHeader('content-type', TYPES[kind]);
      req.url += '.br';
    }
    return handler(req, res);
  };
}

/** Listens on the port asked for, or on the first that is free from another on. */
export async function openWeb(host, wanted, from = 4321) {
  for (let port = wanted ?? (await freePort(from, host)); ; port = await freePort(port + 1, host)) {
    try {
      return { web: await startWeb(host, port), port };
    } catch (e) {
      if (e.code !== 'EADDRINUSE') throw e;
      if (wanted !== null) throw new Error(taken(host, port));
    }
  }
}
const taken = (host, port) => `port ${port} on ${host} is taken: set PORT to another one, or leave it out.`;

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
  let cluster;
  let web;
  let stopping = false;
  async function stop(code) {
    if (stopping) return;
    stopping = true;
    say('stopping …');
    setTimeout(() => process.exit(code || 1), 15_000).unref();
    await web?.stop().catch(() => {});
    await cluster?.stop();
    process.exit(code);
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => stop(0));

  try {
    let owner = { connectionString: process.env.DATABASE_URL };
    if (!process.env.DATABASE_URL) {
      say('starting the database …');
      cluster = await startPostgres(dataHome());
      cluster.onExit(() => {
        if (stopping) return;
        console.error('The database ended unexpectedly; nothing that was kept is lost. Start again with npm start.');
        stop(1);
      });
      const made = await ensureDatabase(cluster, 'arbolito');
      owner = made.owner;
      process.env.DATABASE_URL = made.url;
    }
    say('bringing the tables up to date …');
    const filled = await applyMigrations(owner, cluster && 'arbolito');
    if (!filled && !stopping) {
      say('loading the demo surveys …');
      await loadDemo(process.env.DATABASE_URL);
    }
    if (stopping) return;
    const open = await openWeb(host, wanted);
    web = open.web;
    say('ready. Ctrl-C stops it; what is kept stays.');
    console.log(`\n  Arbolito is open at http://${host.includes(':') ? `[${host}]` : host}:${open.port}/\n`);
  } catch (e) {
    if (!stopping) console.error(`\nArbolito could not start: ${e.message}\n`);
    await stop(1);
  }
}
