// npm test: everything that is checked, on a fresh machine too.
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { CHROMIUM, checkNode, ensureBuild, ensureDebian, ensurePackages, findPostgres, ROOT } from './install.mjs';
import { say } from './say.mjs';

checkNode();
ensureDebian('postgresql', () => findPostgres() !== null);
ensureDebian('chromium', () => fs.existsSync(CHROMIUM));
ensurePackages();

const reports = fs.mkdtempSync(path.join(os.tmpdir(), 'arbolito-reports-'));
const totals = { passed: 0, failed: 0 };
let broken = false;

function step(name, program, args, env = {}) {
  say(name);
  const { status } = spawnSync(program, args, {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', ...env },
  });
  if (status !== 0) {
    broken = true;
    console.error(`✗ ${name} failed`);
  }
}
const npm = (script, ...more) => ['npm', ['run', '--silent', script, ...more]];
const read = (file) => JSON.parse(fs.readFileSync(path.join(reports, file), 'utf8'));

step('linter', ...npm('lint'));
step('import directions', ...npm('check:imports'));
step('types', ...npm('check:types'));
const unit = path.join(reports, 'unit.json');
step('unit and server tests', ...npm('unit', '--', '--reporter=default', '--reporter=json', `--outputFile=${unit}`));
if (fs.existsSync(unit)) {
  const r = read('unit.json');
  totals.passed += r.numPassedTests;
  totals.failed += r.numFailedTests;
}
ensureBuild();
const { withServer } = await import('./with-server.mjs');
await withServer(async (address) => {
  const env = { BASE_URL: address, CHROMIUM, PLAYWRIGHT_JSON_OUTPUT_NAME: path.join(reports, 'e2e.json') };
  step('browser tests', 'npx', ['--no-install', 'playwright', 'test', '--config', 'web/playwright.config.ts'], env);
});
if (fs.existsSync(path.join(reports, 'e2e.json'))) {
  const { stats } = read('e2e.json');
  totals.passed += stats.expected + stats.flaky;
  totals.failed += stats.unexpected;
}
fs.rmSync(reports, { recursive: true, force: true });
console.log(`${totals.passed} passed, ${totals.failed} failed`);
process.exit(broken || totals.failed > 0 ? 1 : 0);
