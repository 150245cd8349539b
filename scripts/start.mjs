// npm start: installs what is missing, starts a private database, builds if needed, serves, prints the address.
import { checkNode, ensureBuild, ensureDebian, ensurePackages, findPostgres } from './install.mjs';

checkNode();
if (!process.env.DATABASE_URL) ensureDebian('postgresql', () => findPostgres() !== null);
ensurePackages();
ensureBuild();
// only now are the packages there that the rest imports
const { serve } = await import('./serve.mjs');
await serve();
