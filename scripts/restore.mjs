// npm run restore -- FILE: puts the book back to what a file of npm run dump holds. The book of before is kept beside it.
import fs from 'node:fs';
import path from 'node:path';
import { checkNode, ensureBuild, ensureDebian, ensurePackages, findPostgres } from './install.mjs';
import { giveUp, say } from './say.mjs';

const file = process.argv[2] && path.resolve(process.argv[2]);
if (!file) giveUp('Name the file to restore from: npm run restore -- FILE. A file is written by: npm run dump -- FILE.');
if (!fs.statSync(file, { throwIfNoEntry: false })?.isFile()) giveUp(`There is no file ${file}.`);
checkNode();
ensureDebian('postgresql', () => findPostgres() !== null);
ensurePackages();
ensureBuild();
const { applyMigrations, ensureDatabase, newBookId, swapDatabases } = await import('./database.mjs');
const { dataHome, startPostgres } = await import('./pg.mjs');
const { restoreFrom } = await import('./pg-tools.mjs');

const FRESH = 'arbolito_restored';
let cluster;
try {
  const url = process.env.DATABASE_URL;
  if (url) {
    say('restoring into the database of DATABASE_URL …');
    restoreFrom({ connectionString: url }, file, true);
    await applyMigrations({ connectionString: url });
    console.log(`${await newBookId({ connectionString: url })} records are restored. Devices send what they have beyond them.`);
  } else {
    cluster = await startPostgres(dataHome());
    say('restoring …');
    const { owner } = await ensureDatabase(cluster, FRESH, true);
    restoreFrom(owner, file);
    await applyMigrations(owner, 'arbolito');
    const records = await newBookId(owner);
    const before = await swapDatabases(cluster, FRESH, 'arbolito');
    await ensureDatabase(cluster, 'arbolito');
    console.log(`${records} records are restored. Devices send what they have beyond them.`);
    if (before) console.log(`The book of before is kept as the database ${before}.`);
  }
} catch (e) {
  console.error(`The book could not be restored, and is as it was: ${e.message}`);
  process.exitCode = 1;
} finally {
  await cluster?.stop();
}
