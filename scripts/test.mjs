// npm test: everything that is checked, on a fresh machine too.
import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { checkNode, ensureBuild, ensureDebian, ensurePackages, findPostgres, HEADLESS, ROOT } from './install.mjs';
import { say } from './say.mjs';

checkNode();
ensureDebian('postgresql', () => findPostgres() !== null);
ensureDebian('chromium-headless-shell', () => fs.existsSync(HEADLESS));
ensurePackages();

const reports = fs.mkdtempSync(path.join(os.tmpdir(), 'arbolito-reports-'));
const totals = { passed: 0, failed: 0 };
const times = [];
let broken = false;

const how = (env) => ({ cwd: ROOT, stdio: 'inherit', env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', ...env } });
const judge = (name, status) => {
  if (status === 0) return;
  broken = true;
  console.error(`✗ ${name} failed`);
};
function step(name, program, args, env = {}) {
  say(name);
  judge(name, spawnSync(program, args, how(env)).status);
}
/** Begins a step that others go on beside; what it gives waits for its end. */
function beside(name, program, args) {
  say(name);
  const ended = once(spawn(program, args, how()), 'exit');
  return async () => judge(name, (await ended)[0]);
}
const npm = (script, ...more) => ['npm', ['run', '--silent', script, ...more]];
/** The report of a step that got far enough to write one. */
const read = (file) => {
  const full = path.join(reports, file);
  return fs.existsSync(full) ? JSON.parse(fs.readFileSync(full, 'utf8')) : null;
};

step('linter', ...npm('lint'));
step('import directions', ...npm('check:imports'));
// two cores: the compiler looks on one while the application is built on the other
const types = beside('types', ...npm('check:types'));
ensureBuild();
await types();
const REPORTS = ['unit.json', 'starting.json'];
const tests = (project, report) =>
  npm('unit', '--', '--project', project, '--reporter=default', '--reporter=json', `--outputFile=${path.join(reports, report)}`);
// those that start servers mostly wait: the others go on meanwhile
const starting = beside('tests of starting and stopping', ...tests('scripts', REPORTS[1]));
step('unit and server tests', ...tests('!scripts', REPORTS[0]));
await starting();
for (const unit of REPORTS.map(read)) {
  if (!unit) continue;
  totals.passed += unit.numPassedTests;
  totals.failed += unit.numFailedTests;
  for (const file of unit.testResults)
    for (const t of file.assertionResults) times.push({ ms: t.duration ?? 0, name: `${path.relative(ROOT, file.name)}: ${t.fullName}` });
}
const { withServer } = await import('./with-server.mjs');
await withServer(async (address) => {
  const env = { BASE_URL: address, CHROMIUM: HEADLESS, PLAYWRIGHT_JSON_OUTPUT_NAME: path.join(reports, 'e2e.json') };
  step('browser tests', 'npx', ['--no-install', 'playwright', 'test', '--config', 'web/playwright.config.ts'], env);
});
const e2e = read('e2e.json');
if (e2e) {
  totals.passed += e2e.stats.expected + e2e.stats.flaky;
  totals.failed += e2e.stats.unexpected;
  const suites = [...e2e.suites];
  for (const suite of suites) {
    suites.push(...(suite.suites ?? []));
    for (const spec of suite.specs) {
      const ms = Math.max(0, ...spec.tests.flatMap((t) => t.results.map((r) => r.duration)));
      times.push({ ms, name: `web/e2e/${spec.file.replace(/^.*\//, '')}: ${spec.title}` });
    }
  }
}
fs.rmSync(reports, { recursive: true, force: true });
say('the ten slowest tests:');
for (const { ms, name } of times.sort((a, b) => b.ms - a.ms).slice(0, 10)) console.log(`${(ms / 1000).toFixed(1).padStart(7)} s  ${name}`);
say('done');
console.log(`${totals.passed} passed, ${totals.failed} failed`);
process.exit(broken || totals.failed > 0 ? 1 : 0);
