// The server's worker threads, bundled beside it: the adapter's own build makes workers for browsers only.
import { build } from 'esbuild';

await build({
  entryPoints: { compute: 'src/server/compute-worker.ts' },
  outdir: 'dist/workers',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  format: 'esm',
  platform: 'node',
  target: 'node20',
  tsconfig: 'tsconfig.json',
  // CommonJS packages among the bundled ones ask for require
  banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
  logLevel: 'warning',
});
