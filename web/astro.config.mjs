import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';
import { preload } from './preload.mjs';
import { version } from './version.mjs';

const VERSION = JSON.stringify(version());

export default defineConfig({
  output: 'server',
  // files are served by ours (scripts/static-files.mjs)
  adapter: node({ mode: 'middleware' }),
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
    build: { target: 'es2022', reportCompressedSize: false },
    define: { 'import.meta.env.VERSION': VERSION, 'globalThis.VERSION': VERSION },
    ssr: { noExternal: ['@arbolito/core'] },
  },
});
