import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'standalone' }),
  integrations: [react()],
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
    ssr: { noExternal: ['@arbolito/core'] },
  },
});
