import { fork } from 'node:child_process';
import path from 'node:path';
import { ROOT } from './install.mjs';

/** Runs `work(address)` against a server of its own, and ends the server whatever happens. */
export async function withServer(work) {
  const child = fork(path.join(ROOT, 'scripts/test-server.mjs'), { stdio: ['ignore', 'ignore', 'inherit', 'ipc'] });
  const address = await new Promise((ready, fail) => {
    child.once('message', (m) => ready(m.address));
    child.once('exit', (code) => fail(new Error(`the test server ended with ${code}`)));
  });
  try {
    return await work(address);
  } finally {
    const ended = new Promise((done) => child.once('exit', done));
    child.kill('SIGTERM');
    await ended;
  }
}
