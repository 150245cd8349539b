import { defineConfig } from '@playwright/test';

const args = [
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
if (process.getuid?.() === 0) args.push('--no-sandbox');

export default defineConfig({
  testDir: 'e2e',
  outputDir: '../test-results',
  workers: Number(process.env.E2E_WORKERS ?? 2),
  fullyParallel: true,
  // a machine that has other work to do takes its time; what is wrong stays wrong however long one waits
  timeout: 180_000,
  expect: { timeout: 60_000 },
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env.BASE_URL ?? 'http://127.0.0.1:4321',
    locale: 'en-GB',
    // the service worker has tests of its own: elsewhere requests are looked at and held back
    serviceWorkers: 'block',
    launchOptions: { executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell', args },
  },
});
