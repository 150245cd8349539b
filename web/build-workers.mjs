// The server's worker threads, bundled beside it: the adapter's own build makes workers for browsers only.
import { build } from 'esbuild';
import { version } from './version.mjs';

await build({
  entryPoints: {
    compute: 'src/server/compute-worker.ts',
    results: 'src/server/results/worker.ts',
    part: 'src/server/results/part-thread.ts',
    rebuild: 'src/server/results/rebuild.ts',
  },
  outdir: 'dist/workers',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  format: 'esm',
  platform: 'node',
  target: 'node20',
  tsconfig: 'tsconfig.json',
  define: { 'globalThis.VERSION': JSON.stringify(version()) },
  // PostgreSQL's own binding is optional, and not used; threads are begun from a file of their package's own
  external: ['pg-native', 'piscina'],
  // CommonJS packages among the bundled ones ask for require
  banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
  logLevel: 'warning',
});
