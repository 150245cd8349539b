// npm run dump -- FILE: writes the book to a file that npm run restore takes, while Arbolito runs or not.
import fs from 'node:fs';
import path from 'node:path';
import { checkNode, ensureDebian, ensurePackages, findPostgres } from './install.mjs';
import { giveUp } from './say.mjs';

const file = process.argv[2] && path.resolve(process.argv[2]);
if (!file) giveUp('Name the file to write: npm run dump -- FILE.');
if (fs.existsSync(file)) giveUp(`${file} is there already: name another file.`);
checkNode();
if (!process.env.DATABASE_URL) ensureDebian('postgresql', () => findPostgres() !== null);
ensurePackages();
const { dataHome, runningOwner, startPostgres } = await import('./pg.mjs');
const { dumpTo } = await import('./pg-tools.mjs');

let cluster;
try {
  const url = process.env.DATABASE_URL;
  let owner = url ? { connectionString: url } : runningOwner(dataHome(), 'arbolito');
  if (!owner) {
    cluster = await startPostgres(dataHome());
    owner = cluster.owner('arbolito');
  }
  dumpTo(owner, file);
  console.log(`The book is in ${file} (${Math.ceil(fs.statSync(file).size / 1000)} kB).`);
} catch (e) {
  fs.rmSync(file, { force: true });
  console.error(`The book could not be written: ${e.message}`);
  process.exitCode = 1;
} finally {
  await cluster?.stop();
}
