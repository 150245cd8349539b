import { spawnSync } from 'node:child_process';

const { withServer } = await import('/work/main/scripts/with-server.mjs');
const t = Date.now();
await withServer(async (address) => {
  console.log('server', (Date.now() - t) / 1000);
  const r = spawnSync('npx', ['--no-install', 'playwright', 'test', '--config', 'web/playwright.config.ts', ...process.argv.slice(2)], {
    stdio: 'inherit',
    env: { ...process.env, BASE_URL: address, CHROMIUM: '/usr/bin/chromium-headless-shell', PLAYWRIGHT_JSON_OUTPUT_NAME: '/tmp/e2e.json' },
  });
  console.log('status', r.status, (Date.now() - t) / 1000);
});
