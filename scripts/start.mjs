// npm start: installs what is missing, starts a private database, builds if needed, serves, prints the address.
import { checkNode, ensureBuild, ensureDebian, ensurePackages, findPostgres } from './install.mjs';
import { dataHome, prepareBase } from './pg.mjs';

checkNode();
if (!process.env.DATABASE_URL) ensureDebian('postgresql', () => findPostgres() !== null);
// a place that can't hold the data is said before minutes are spent on the rest
if (!process.env.DATABASE_URL) prepareBase(dataHome());
ensurePackages();
ensureBuild();
// only now are the packages there that the rest imports
const { serve } = await import('./serve.mjs');
await serve();
