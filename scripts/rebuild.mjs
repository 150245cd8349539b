// npm run rebuild: makes what the server derived from its records anew, survey by survey.
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { checkNode, ensureBuild, ensureDebian, ensurePackages, findPostgres, ROOT } from './install.mjs';

checkNode();
if (!process.env.DATABASE_URL) ensureDebian('postgresql', () => findPostgres() !== null);
ensurePackages();
ensureBuild();
const { applyMigrations, ensureDatabase } = await import('./database.mjs');
const { dataHome, startPostgres } = await import('./pg.mjs');

let cluster;
try {
  let url = process.env.DATABASE_URL;
  let owner = { connectionString: url };
  if (!url) {
    cluster = await startPostgres(dataHome());
    ({ owner, url } = await ensureDatabase(cluster, 'arbolito'));
  }
  await applyMigrations(owner, cluster && 'arbolito');
  const folder = path.join(ROOT, 'web/dist/workers');
  const { rebuildAll } = await import(pathToFileURL(path.join(folder, 'rebuild.mjs')).href);
  let said = 0;
  const surveys = await rebuildAll(
    url,
    {
      trees(name, trees) {
        // a line a second
        if (Date.now() - said < 1000) return;
        said = Date.now();
        console.log(`${name}: ${trees} trees`);
      },
      failed(name, why) {
        console.error(`${name} could not be made anew: ${why}`);
        process.exitCode = 1;
      },
    },
    folder,
  );
  console.log(`${surveys} ${surveys === 1 ? 'survey' : 'surveys'} made anew. If it is interrupted, run it again.`);
} catch (e) {
  console.error(`The results could not be made anew: ${e.message}`);
  process.exitCode = 1;
} finally {
  await cluster?.stop();
}
