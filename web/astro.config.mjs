import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';
import { preload } from './preload.mjs';

/** Of all that a tree's figures follow from: where it changes, what was put by is worked out again. */
const program = createHash('sha256');
for (const room of ['../core/src', 'src/book', 'src/contract/kinds']) {
  const dir = path.join(import.meta.dirname, room);
  for (const file of fs.readdirSync(dir, { recursive: true }).sort()) {
    if (/\.ts$/.test(file) && !/\.test\.ts$/.test(file)) program.update(fs.readFileSync(path.join(dir, file)));
  }
}

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'standalone' }),
  integrations: [react(), preload()],
  server: { host: '127.0.0.1' },
  // the door (scripts/door.mjs) checks names and origins before anything comes here, for JSON too
  security: { checkOrigin: false, allowedDomains: [{}] },
  experimental: {
    csp: { directives: ["default-src 'self'", "img-src 'self' data:", "object-src 'none'", "base-uri 'none'", "form-action 'self'"] },
  },
  devToolbar: { enabled: false },
  vite: {
    plugins: [tailwindcss()],
    worker: { format: 'es' },
    // a few per cent smaller than what the builder's own makes of it
    build: { target: 'es2022', minify: 'terser', terserOptions: { module: true, ecma: 2020, compress: { passes: 3 } } },
    define: { 'import.meta.env.PROGRAM': JSON.stringify(program.digest('hex').slice(0, 16)) },
    ssr: { noExternal: ['@arbolito/core'] },
  },
});
