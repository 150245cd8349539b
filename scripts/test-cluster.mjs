// A throw-away PostgreSQL for the tests, unless one is given.
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { startPostgres } from './pg.mjs';

/** Starts a cluster that leaves nothing behind. */
export async function throwAwayCluster() {
  // below /tmp, whose parents every user may walk through; its own name, so that nobody can have put anything there
  const above = fs.mkdtempSync(path.join(os.tmpdir(), 'arbolito-test-'));
  fs.chmodSync(above, 0o711);
  const cluster = await startPostgres(path.join(above, 'pg'));
  return {
    ...cluster,
    async stop() {
      await cluster.stop();
      fs.rmSync(above, { recursive: true, force: true });
    },
  };
}

export default async function setup({ provide }) {
  const cluster = await throwAwayCluster();
  const { port, password, pid } = cluster;
  provide('cluster', { port, password, pid, sockets: cluster.admin('').host });
  return () => cluster.stop();
}
