import os from 'node:os';
import { defineConfig } from 'vitest/config';

const shared = {
  setupFiles: ['scripts/test-seed.mjs'],
  // a limit is there for what hangs; a machine with other work to do takes its time
  testTimeout: 120_000,
  hookTimeout: 120_000,
};

export default defineConfig({
  test: {
    globalSetup: ['scripts/test-cluster.mjs'],
    pool: 'forks',
    maxWorkers: Math.max(2, os.availableParallelism() - 1),
    projects: [
      // pure functions leave nothing behind: their files share what they import
      { test: { ...shared, name: 'core', include: ['core/src/**/*.test.ts', 'demo/src/**/*.test.ts'], isolate: false } },
      // what knows no page leaves nothing behind either; a server's test has a database of its own
      { test: { ...shared, name: 'web', include: ['web/src/{book,contract,methods,server}/**/*.test.ts'], isolate: false } },
      { test: { ...shared, name: 'page', include: ['web/src/{field,ui,views,workers}/**/*.test.{ts,tsx}'] } },
      // these build the application and start servers of it: one file after the other
      { test: { ...shared, name: 'scripts', include: ['scripts/**/*.test.mjs'], fileParallelism: false, testTimeout: 600_000 } },
    ],
  },
});
