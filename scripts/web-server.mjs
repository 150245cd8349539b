// The web server: the built application behind its door.
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import compression from 'compression';
import { makeDoor } from './door.mjs';
import { ROOT } from './install.mjs';
import { freePort } from './pg.mjs';
import { staticFiles } from './static-files.mjs';

const CLIENT = path.join(ROOT, 'web/dist/client');

/**
 * Serves the built application, with `DATABASE_URL` set.
 * @returns `stop()`, which lets answers under way finish for a few seconds
 */
async function startWeb(host, port) {
  process.env.ARBOLITO_WORKERS = path.join(ROOT, 'web/dist/workers');
  const { handler } = await import(pathToFileURL(path.join(ROOT, 'web/dist/server/entry.mjs')).href);
  const files = staticFiles(CLIENT, handler);
  // a part of a file is a part of what lies on the disk: it goes as it is
  const onTheWay = compression({ filter: (req, res) => req.headers.range === undefined && compression.filter(req, res) });
  const compressed = (req, res) => {
    onTheWay(req, res, () => {});
    return files(req, res);
  };
  const server = makeDoor(compressed, host, port);
  await new Promise((open, fail) => {
    server.once('error', fail);
    server.listen(port, host, open);
  });
  // the application is there before the first person asks, and takes up what was due when a server before it ended
  fetch(`http://${host.includes(':') ? `[${host}]` : host}:${port}/api/v1/surveys?limit=1`).catch(() => {});
  return {
    stop: () =>
      new Promise((done) => {
        server.close(done);
        server.closeIdleConnections();
        setTimeout(() => server.closeAllConnections(), 5000).unref();
      }),
  };
}

/** Listens on the port asked for, or on the first that is free from another on. */
export async function openWeb(host, wanted, from) {
  for (let port = wanted ?? (await freePort(from, host)); ; port = await freePort(port + 1, host)) {
    try {
      return { web: await startWeb(host, port), port };
    } catch (e) {
      if (e.code !== 'EADDRINUSE') throw e;
      if (wanted !== null) throw new Error(taken(host, port));
    }
  }
}
export const taken = (host, port) => `port ${port} on ${host} is taken: set PORT to another one, or leave it out.`;
