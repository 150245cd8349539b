// npm run reliability: what npm test does in small, in full, and writes the counts down. With names of parts only those are
// run, and the others keep what was found last: npm run reliability -- requests kills
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { CHROMIUM, checkNode, ensureBuild, ensureDebian, ensurePackages, findPostgres, ROOT } from './install.mjs';
import { say } from './say.mjs';

const SEED = Number(process.env.FC_SEED ?? 20261125);
const REQUESTS = Number(process.env.REQUESTS ?? 100_000);
const KILLS = 100;
const DOC = path.join(ROOT, 'docs/reliability.md');

checkNode();
ensureDebian('postgresql', () => findPostgres() !== null);
ensureDebian('chromium', () => fs.existsSync(CHROMIUM));
ensurePackages();
ensureBuild();
const { withServer } = await import('./with-server.mjs');
const { fuzz } = await import('./fuzz.mjs');
const { pushWhileKilling } = await import('./kill-while-pushing.mjs');

const run = (program, args, env) => {
  const { stdout, stderr } = spawnSync(program, args, { cwd: ROOT, encoding: 'utf8', env: { ...process.env, NO_COLOR: '1', ...env } });
  return stdout + stderr;
};
/** How many tests of a run passed, of how many. */
function tests(text) {
  const [, passed = 0, total = 0] = /Tests\s+(?:\d+ failed \| )?(\d+) passed.*\((\d+)\)/.exec(text) ?? [];
  if (passed !== total || total === 0) console.error(text.slice(-3000));
  return { total: Number(total), failed: Number(total) - Number(passed), right: passed === total && Number(passed) > 0 };
}
const vitest = (names, env) => tests(run('npx', ['--no-install', 'vitest', 'run', ...names], env));

/** Each part: what it tries, how to run it, and what it found: how often, what went wrong, whether that is right. */
const PARTS = {
  simulations: {
    what: 'rates and coverage on simulated trees, full size, 99.9 % binomial bands',
    async find() {
      const { total, failed, right } = vitest(['rates', 'crew', 'coverage', 'simulated-readings', 'height/methods'], {
        ARBOLITO_SIMULATIONS: 'full',
      });
      return [`${total} tests`, `${failed} outside`, right];
    },
  },
  kills: {
    what: 'browser killed 0 to 14 ms after “kept”; web server and database connections killed in the middle of a push',
    find: () =>
      withServer(async (address, server) => {
        const killed = run('npx', ['--no-install', 'playwright', 'test', '--config', 'web/playwright.config.ts', 'kept.spec.ts'], {
          BASE_URL: address,
          CHROMIUM,
          KILLS: String(KILLS),
          KILL_SEED: String(SEED),
        });
        const [, kept, there] = /: (\d+) readings said kept over .*; (\d+) there/.exec(killed) ?? [];
        const right = /1 passed/.test(killed);
        if (!right) console.error(killed.slice(-3000));
        const pushed = await pushWhileKilling(address, server, { kills: KILLS, seed: SEED });
        const { web, connection } = pushed.kills;
        return [
          `${KILLS} kills of a browser, ${kept} readings; ${web} of the web server and ${connection} of connections, ${pushed.records} records`,
          `${pushed.lost} lost, ${pushed.doubled} doubled, ${pushed.halves} batches in part; ${right ? '0 readings lost or doubled' : `the trial of the browser failed, ${there ?? 'no'} readings there`}`,
          right && pushed.lost + pushed.doubled + pushed.halves === 0,
        ];
      }),
  },
  requests: {
    what: 'requests spoiled at random',
    find: () =>
      withServer(async (address, { webPid }) => {
        const before = await webPid();
        const seen = await fuzz(address, { seed: SEED, requests: REQUESTS });
        for (const w of seen.wrong) console.error(w);
        const ended = before !== (await webPid());
        const statuses = Object.entries(seen.statuses).map(([status, n]) => `${n} × ${status}`);
        const seconds = (ms) => `${(ms / 1000).toFixed(1)} s`;
        return [
          `${seen.requests} (${statuses.join(', ')}); records: ${seen.records.stored} stored, ${seen.records.refused} refused`,
          `${seen.wrong.length} answered wrongly, ${ended ? 'an' : 'no'} end of the process; longest answer ${seconds(seen.longest)}; a small question beside them waited ${seconds(seen.beside)} at most`,
          seen.wrong.length === 0 && !ended && seen.beside < 2000,
        ];
      }),
  },
  extremes: {
    what: 'each numeric field of each kind of record at 0, at the ends of a number and beside its bounds: stored, calculated, every page opened',
    async find() {
      const { total, failed, right } = vitest(['extremes'], { ARBOLITO_EXTREMES: process.env.ARBOLITO_EXTREMES ?? '1' });
      return [`${total} tests`, `${failed} failed`, right];
    },
  },
  doors: {
    what: 'heavy requests, names and origins, two servers, kills of the demo’s loading, Ctrl-C while the database starts, starts on places that can’t be used, restores broken off',
    async find() {
      const { total, failed, right } = vitest([
        'scripts/doors',
        'scripts/heavy',
        'scripts/start',
        'scripts/two',
        'scripts/pg',
        'scripts/restore',
        'scripts/sent',
      ]);
      return [`${total} tests`, `${failed} failed`, right];
    },
  },
  faults: {
    what: 'faults planted in the core, frozen results left out',
    async find() {
      const planted = run(process.execPath, ['scripts/faults.mjs']);
      const [, noticed, faults] = /(\d+) of (\d+) planted faults noticed/.exec(planted) ?? [];
      if (noticed !== faults || !faults) console.error(planted.slice(-3000));
      return [`${faults} faults`, `${faults - noticed} not noticed`, noticed === faults && Number(noticed) > 0];
    },
  },
};

/** The rows of parts that are not run now, as they were found last, and what is written below them. */
const doc = fs.readFileSync(DOC, 'utf8');
const prose = doc.slice(doc.indexOf('\n## ')).trim();
const before = new Map(
  doc.split('\n').flatMap((line) => {
    const [, name] = /`npm run reliability -- (\w+)` \|$/.exec(line) ?? [];
    return name ? [[name, line]] : [];
  }),
);
const asked = process.argv.slice(2);
const unknown = asked.find((name) => !(name in PARTS));
if (unknown) {
  console.error(`There is no part ${unknown}: ${Object.keys(PARTS).join(', ')}.`);
  process.exit(1);
}
let bad = false;
const rows = [];
for (const [name, { what, find }] of Object.entries(PARTS)) {
  if (asked.length > 0 && !asked.includes(name)) {
    if (before.has(name)) rows.push(before.get(name));
    continue;
  }
  say(`${what} …`);
  const [count, wrong, right] = await find();
  say(`${count}; ${wrong}`);
  if (!right) bad = true;
  rows.push(`| ${what} | ${count} | ${wrong} | ${new Date().toISOString().slice(0, 10)} | \`npm run reliability -- ${name}\` |`);
}

const machine = `${os.cpus().length} cores (${os.cpus()[0]?.model.trim()}), Node ${process.versions.node}`;
fs.writeFileSync(
  DOC,
  `# Reliability
\`npm run reliability\` measures this in full, \`npm test\` in small at every change. Last on ${machine}, seed ${SEED}.

| what | how often | what went wrong | on | command |
|---|---|---|---|---|
${rows.join('\n')}

${prose}
`,
);
process.exit(bad ? 1 : 0);
