import { fork } from 'node:child_process';
import path from 'node:path';
import { ROOT } from './install.mjs';

/** Runs `work(address, { pid, webPid, postgres, admin, url })` against a server of its own, and ends the server whatever happens. */
export async function withServer(work, env = {}) {
  const child = fork(path.join(ROOT, 'scripts/test-server.mjs'), {
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    env: { ...process.env, ...env },
  });
  const started = await new Promise((ready, fail) => {
    child.once('message', ready);
    child.once('exit', (code) => fail(new Error(`the test server ended with ${code}`)));
  });
  const webPid = () =>
    new Promise((done) => {
      child.once('message', ({ web }) => done(web));
      child.send('web');
    });
  try {
    return await work(started.address, { ...started, webPid });
  } finally {
    if (child.exitCode === null && child.signalCode === null) {
      const ended = new Promise((done) => child.once('exit', done));
      child.kill('SIGTERM');
      await ended;
    }
  }
}
