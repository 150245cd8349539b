// What saves unsynced records where a page does not come: by an address that never changes, and without anything of the page.
import path from 'node:path';
import { build } from 'esbuild';

await build({
  entryPoints: [path.join(import.meta.dirname, 'src/ui/rescue.ts')],
  outfile: path.join(import.meta.dirname, 'dist/client/rescue.js'),
  bundle: true,
  minify: true,
  format: 'esm',
  target: 'es2022',
  logLevel: 'warning',
});
