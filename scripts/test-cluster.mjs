// A throw-away PostgreSQL for the tests, unless one is given.
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { startPostgres } from './pg.mjs';

/** Starts a cluster that leaves nothing behind. */
export async function throwAwayCluster() {
  // below /tmp, whose parents every user may walk through
  const base = path.join(os.tmpdir(), `arbolito-test-${process.pid}-${Date.now().toString(36)}`);
  const cluster = await startPostgres(base);
  return {
    ...cluster,
    async stop() {
      await cluster.stop();
      fs.rmSync(base, { recursive: true, force: true });
    },
  };
}

export default async function setup() {
  if (process.env.TEST_DATABASE_URL) return undefined;
  const cluster = await throwAwayCluster();
  process.env.TEST_DATABASE_URL = cluster.admin('postgres');
  return () => cluster.stop();
}
