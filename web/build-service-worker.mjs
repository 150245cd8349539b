// The service worker, with the list of what it holds: every prerendered page and all that pages load.
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';

const dir = path.join(import.meta.dirname, 'dist/client');
const OUT = 'service-worker.js';

const files = fs
  .readdirSync(dir, { recursive: true, withFileTypes: true })
  .filter((f) => f.isFile())
  .map((f) => path.relative(dir, path.join(f.parentPath, f.name)))
  .filter((f) => f !== OUT)
  .sort()
  .map((file) => {
    const hash = createHash('sha256')
      .update(fs.readFileSync(path.join(dir, file)))
      .digest('hex')
      .slice(0, 16);
    // a page's address is its folder; what bears a hash in its name never changes
    const page = file.match(/^(.*?)\/?index\.html$/);
    return { url: page ? `/${page[1]}` : `/${file}`, revision: file.startsWith('_astro/') ? null : hash };
  });
const version = createHash('sha256').update(JSON.stringify(files)).digest('hex').slice(0, 16);

await build({
  entryPoints: [path.join(import.meta.dirname, 'src/field/service-worker.ts')],
  outfile: path.join(dir, OUT),
  bundle: true,
  minify: true,
  format: 'iife',
  target: 'es2022',
  define: { 'process.env.NODE_ENV': '"production"', FILES: JSON.stringify(files), VERSION: JSON.stringify(version) },
  logLevel: 'warning',
});
