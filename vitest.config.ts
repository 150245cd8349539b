import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['core/src/**/*.test.ts', 'demo/src/**/*.test.ts', 'web/src/**/*.test.{ts,tsx}', 'scripts/**/*.test.mjs'],
    globalSetup: ['scripts/test-cluster.mjs'],
    pool: 'forks',
    testTimeout: 30_000,
    hookTimeout: 60_000,
  },
});
