// npm run reliability, and the second half of npm run bench: what npm test does in small, in full, and writes down the counts.
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { CHROMIUM, checkNode, ensureBuild, ensureDebian, ensurePackages, findPostgres, ROOT } from './install.mjs';
import { say } from './say.mjs';

const SEED = Number(process.env.FC_SEED ?? 20261125);
const KILLS = 50;
const REQUESTS = 20_000;

checkNode();
ensureDebian('postgresql', () => findPostgres() !== null);
ensureDebian('chromium', () => fs.existsSync(CHROMIUM));
ensurePackages();
ensureBuild();
const { withServer } = await import('./with-server.mjs');
const { fuzz } = await import('./fuzz.mjs');

const rows = [];
let bad = false;
function add(what, count, wrong, command, right) {
  rows.push(`| ${what} | ${count} | ${wrong} | \`${command}\` |`);
  say(`${what}: ${count}; ${wrong}`);
  if (!right) bad = true;
}
const run = (program, args, env) => {
  const { stdout, stderr } = spawnSync(program, args, { cwd: ROOT, encoding: 'utf8', env: { ...process.env, NO_COLOR: '1', ...env } });
  return stdout + stderr;
};
const found = (text, pattern) => pattern.exec(text) ?? giveWay(text);
function giveWay(text) {
  console.error(text.slice(-3000));
  return [];
}

say('simulations in their full size …');
const simulated = run('npx', ['--no-install', 'vitest', 'run', 'rates', 'crew', 'coverage', 'simulated-readings', 'height/methods'], {
  ARBOLITO_SIMULATIONS: 'full',
});
const [, passed, total] = found(simulated, /Tests\s+(?:\d+ failed \| )?(\d+) passed \((\d+)\)/);
add(
  'rates and coverage on simulated trees, full size, 99.9 % binomial bands',
  `${total} tests`,
  `${total - passed} outside`,
  'ARBOLITO_SIMULATIONS=full npm run unit -- rates crew coverage simulated-readings height/methods',
  passed === total && passed > 0,
);

await withServer(async (address, { pid }) => {
  say(`${KILLS} kills of a browser …`);
  const killed = run('npx', ['--no-install', 'playwright', 'test', '--config', 'web/playwright.config.ts', 'kept.spec.ts'], {
    BASE_URL: address,
    CHROMIUM,
    KILLS: String(KILLS),
    KILL_SEED: String(SEED),
  });
  const [, kept, there] = found(killed, /: (\d+) readings said kept over .*; (\d+) there/);
  const right = /1 passed/.test(killed);
  add(
    `browser killed 0 to 14 ms after “kept”, seed ${SEED}`,
    `${KILLS} kills, ${kept} readings`,
    right ? '0 lost, 0 doubled' : `${there} there`,
    'npm run reliability',
    right,
  );

  say(`${REQUESTS} bad requests …`);
  const seen = await fuzz(address, { seed: SEED, requests: REQUESTS });
  const statuses = Object.entries(seen.statuses)
    .map(([status, n]) => `${n} × ${status}`)
    .join(', ');
  process.kill(pid, 0);
  for (const w of seen.wrong) console.error(w);
  const fine = seen.wrong.length === 0 && seen.longest < 10_000;
  add(
    `requests spoiled at random, seed ${SEED}`,
    `${seen.requests} (${statuses}); records: ${seen.records.stored} stored, ${seen.records.refused} refused`,
    `${seen.wrong.length} answered wrongly, no end of the process; longest answer ${(seen.longest / 1000).toFixed(1)} s`,
    'npm run reliability',
    fine,
  );
});

say('doors: connections lost, heavy requests, names, origins, starts …');
const doors = run('npx', ['--no-install', 'vitest', 'run', 'scripts/']);
const [, held, doorsTotal] = found(doors, /Tests\s+(?:\d+ failed \| )?(\d+) passed.*\((\d+)\)/);
add(
  'database connections ended and the web server killed in the middle of a push, heavy requests, names and origins, kills of the demo’s loading, starts on places that can’t be used',
  `${doorsTotal} tests`,
  `${doorsTotal - held} failed`,
  'npm run unit -- scripts/',
  held === doorsTotal && held > 0,
);

say('planted faults …');
const planted = run(process.execPath, ['scripts/faults.mjs']);
const [, noticed, faults] = found(planted, /(\d+) of (\d+) planted faults noticed/);
add(
  'faults planted in the core, frozen results left out',
  `${faults} faults`,
  `${faults - noticed} not noticed`,
  'npm run faults',
  noticed === faults,
);

const machine = `${os.cpus().length} cores (${os.cpus()[0]?.model.trim()}), Node ${process.versions.node}`;
const head = `# Reliability\nMeasured with \`npm run reliability\` on ${new Date().toISOString().slice(0, 10)}, ${machine}. \`npm test\` does the same in small at every change.\n\n`;
const table = ['| what | how often | what went wrong | command |', '|---|---|---|---|', ...rows].join('\n');
const notes = `
What the promises are: *kept* is said when the record is on this device's disk (the strict transaction is complete); *sent* when the server has stored it. A request may be refused, never fatal: no input ends the process, blocks others, or changes what it was refused for.
`;
fs.writeFileSync(path.join(ROOT, 'docs/reliability.md'), `${head}${table}\n${notes}`);
process.exit(bad ? 1 : 0);
