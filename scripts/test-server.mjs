// The built application on a database of its own, with the demo in it, until it is ended: for the browser tests,
// the pictures and the benchmarks. Says its address, its process and its database when it is ready.
import { applyMigrations, ensureDatabase, loadDemo } from './database.mjs';
import { freePort } from './pg.mjs';
import { startWeb } from './serve.mjs';
import { throwAwayCluster } from './test-cluster.mjs';

const cluster = await throwAwayCluster();
let web;
async function stop() {
  await web?.stop().catch(() => {});
  await cluster.stop();
  process.exit(0);
}
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
process.on('disconnect', stop); // whoever started this is gone

const { owner, url } = await ensureDatabase(cluster, 'arbolito');
process.env.DATABASE_URL = url;
await applyMigrations(owner, 'arbolito');
await loadDemo(url);
const port = await freePort(4400);
web = await startWeb('127.0.0.1', port);
process.send?.({ address: `http://127.0.0.1:${port}`, pid: process.pid, postgres: cluster.pid, admin: cluster.admin('arbolito'), url });
