// Keeps a web server running: one that ended is begun anew at the same port.
import { fork } from 'node:child_process';
import path from 'node:path';
import { ROOT, registerServer } from './install.mjs';
import { pause } from './left-over.mjs';
import { say } from './say.mjs';

/** One that was never open, or hardly, will hardly do better at once: the pause before the next doubles each time. */
const HARDLY_MS = 1000;
const FIRST_PAUSE_MS = 100;
const LONGEST_PAUSE_MS = 30_000;

function begin(host, port, from) {
  const child = fork(path.join(ROOT, 'scripts/web.mjs'), [host, port === null ? '' : String(port), String(from)], {
    detached: true, // a Ctrl-C in the terminal must reach only the starter, which stops things in order
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  const ended = new Promise((done) => child.once('exit', (code, signal) => done(signal ?? code)));
  const open = new Promise((done, fail) => {
    child.once('message', ({ port: at, failed }) => (failed === undefined ? done(at) : fail(new Error(failed))));
    ended.then((how) => fail(new Error(`the web server ended with ${how} before it was open`)));
  });
  open.catch(() => {});
  return { child, ended, open };
}

/**
 * Serves the built application at `DATABASE_URL`.
 * @param host where to listen, `wanted` at which port; null for the first that is free from another on
 * @returns its port, the process that serves now, and `stop()`
 * @throws Error where the first one can't be opened
 */
export async function keepWeb(host, wanted, from = 4321) {
  registerServer();
  let stopping = false;
  let now = begin(host, wanted, from);
  const port = await now.open;
  async function watch() {
    for (let wait = FIRST_PAUSE_MS; ; ) {
      const opened = await now.open.then(() => Date.now()).catch(() => null);
      const how = await now.ended;
      if (stopping) return;
      const served = opened !== null && Date.now() - opened > HARDLY_MS;
      wait = served ? FIRST_PAUSE_MS : Math.min(2 * wait, LONGEST_PAUSE_MS);
      say(`the web server ended (${how}), starting it again …`);
      await pause(wait);
      if (stopping) return;
      now = begin(host, port, from);
    }
  }
  const watched = watch();
  return {
    port,
    pid: () => now.child.pid,
    async stop() {
      stopping = true;
      now.child.kill('SIGTERM');
      await Promise.all([now.ended, watched]);
    },
  };
}
