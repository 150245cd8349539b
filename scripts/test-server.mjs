// The built application on a database of its own, with the demo in it, until it is ended: for the browser tests,
// the pictures and the benchmarks. Prints `ready ADDRESS` when it is.
import { ensureDatabase, freePort } from './pg.mjs';
import { applyMigrations, loadDemo, startWeb } from './serve.mjs';
import { throwAwayCluster } from './test-cluster.mjs';

const cluster = await throwAwayCluster();
let web;
async function stop() {
  await web?.server.stop().catch(() => {});
  await cluster.stop();
  process.exit(0);
}
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
process.on('disconnect', stop); // whoever started this is gone

process.env.DATABASE_URL = await ensureDatabase(cluster, 'arbolito');
await applyMigrations(process.env.DATABASE_URL);
const port = await freePort(4400);
web = await startWeb('127.0.0.1', port);
const address = `http://127.0.0.1:${port}`;
await loadDemo(address);
process.send?.({ address });
console.log(`ready ${address}`);
