// The built application on a database of its own, with the demo in it, until it is ended: for the browser tests,
// the pictures and the benchmarks. Says its address, its process and its database when it is ready, and which
// process serves when asked.
import { applyMigrations, ensureDatabase, loadDemo } from './database.mjs';
import { keepWeb } from './keep-web.mjs';
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
web = await keepWeb('127.0.0.1', null, 4400);
// the process that serves is another one after it ended
process.on('message', () => process.send?.({ web: web.pid() }));
process.send?.({
  address: `http://127.0.0.1:${web.port}`,
  pid: process.pid,
  postgres: cluster.pid,
  admin: cluster.admin('arbolito'),
  url,
});
