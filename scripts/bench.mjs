// npm run bench: measures what docs/performance.md holds, and prints the table.
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { CHROMIUM, checkNode, ensureBuild, ensureDebian, ensurePackages, findPostgres, ROOT } from './install.mjs';

checkNode();
ensureDebian('postgresql', () => findPostgres() !== null);
ensureDebian('chromium', () => fs.existsSync(CHROMIUM));
ensurePackages();
ensureBuild();
const { build } = await import('esbuild');
const { coldStarts, device, many, phone, quantile, takenAlong } = await import('./bench-device.mjs');
const { plotRedrawn } = await import('./bench-plot.mjs');
const { called, pastedRows } = await import('./bench-tally.mjs');
const { chromium } = await import('@playwright/test');
const { person } = await import('./test-records.mjs');
const { withServer } = await import('./with-server.mjs');

/** A package of before there were modules asks for its parts by this. */
const REQUIRE = "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);";

const rows = [];
const add = (what, measured, hold) => rows.push({ what, measured, hold });

const { trees: derived, ratio, bare: sums } = await run('bench-core');
for (const { trees, micros } of derived) add(`deriving one tree in core, ${many(trees)} trees`, `${micros.toFixed(2)} µs`, 'cost linear');
add('the same beside the bare sums in one loop, of one run', `${ratio.toFixed(0)} × (${sums.micros.toFixed(2)} µs)`, 'within 25 ×');
for (const { trees, opened, derived: all, enter } of await run('bench-book')) {
  add(`a reading kept in a book of ${many(trees)} trees, without a screen`, `${enter.toFixed(2)} ms`, 'does not grow');
  add(
    `such a book read in; everything in it derived`,
    `${(opened / 1000).toFixed(2)} s; ${(all / 1000).toFixed(2)} s`,
    trees === 10_000 ? 'derived under 1.5 s' : '',
  );
}

const launch = () =>
  chromium.launch({
    executablePath: CHROMIUM,
    args: ['--disable-gpu', '--disable-background-networking', ...(process.getuid() === 0 ? ['--no-sandbox'] : [])],
  });

/** Runs one of the scripts beside this one bundled as the application is; a loader that compiles while it runs would be measured along. */
async function run(name, argument = '') {
  const outfile = path.join(os.tmpdir(), `arbolito-${name}-${process.pid}.mjs`);
  const entryPoints = [path.join(ROOT, `scripts/${name}.ts`)];
  await build({ entryPoints, outfile, bundle: true, format: 'esm', platform: 'node', logLevel: 'error', banner: { js: REQUIRE } });
  const done = spawnSync(process.execPath, ['--max-old-space-size=6000', outfile, argument], { encoding: 'utf8', maxBuffer: 1 << 26 });
  fs.rmSync(outfile);
  if (done.status !== 0) throw new Error(done.stderr);
  return JSON.parse(done.stdout);
}

const BARE = `<input autofocus aria-label="digits"><svg width="390" height="300"><text x="50" y="50">0</text></svg>
<script>
  const [field, text] = [document.querySelector('input'), document.querySelector('text')];
  field.oninput = () => { text.textContent = field.value; };
  field.onkeydown = (e) => { if (e.key === 'Escape') field.value = text.textContent = ''; };
</script>`;

await withServer(async (address, { admin }) => {
  const { survey, trees, records, copied, home, median, push, pull, pulled } = await run(
    'bench-server',
    JSON.stringify({ address, admin }),
  );
  const book = `a book of ${many(trees)} trees in 1,000 surveys, ${many(records)} records`;
  add(`${book}, put in by COPY`, `${(copied / 1000).toFixed(0)} s`, '');
  add(`its home page from the server, 95th percentile`, `${home.toFixed(0)} ms (median ${median.toFixed(0)})`, 'under 100 ms');
  add(`1,000 records pushed into it`, `${push.toFixed(0)} ms`, 'under 1 s');
  add(`a survey of 10,000 trees pulled from it, ${many(pulled)} records`, `${(pull / 1000).toFixed(1)} s`, '');
  const browser = await launch();
  const { all, steps } = await takenAlong(browser, address, survey);
  add(
    'the same taken along by a fresh device, kept there and worked out',
    `${(all / 1000).toFixed(1)} s, progress shown in ${many(steps)} steps`,
    '',
  );
  await browser.close();
});
await withServer(async (address, { admin }) => {
  const { lines, device, deviceAll } = await run('bench-results', JSON.stringify({ address, admin, sizes: [100, 10_000, 100_000] }));
  const seconds = (ms) => `${(ms / 1000).toFixed(2)} s`;
  for (const { size, first, anew, anewFirst, kept, pushed, pushedFirst, sql } of lines) {
    add(`figures of a cruise of ${many(size)} trees asked for at first, when its records are filed too`, seconds(first), '');
    add(
      'the same when every tree is derived anew, median of 5; the first',
      `${seconds(anew)}; ${seconds(anewFirst)}`,
      size === 100_000 ? 'under 3 s' : '',
    );
    add('the same when it is derived, 95th percentile', `${kept.toFixed(0)} ms`, size === 100_000 ? 'under 150 ms' : '');
    add(
      'the same after one more plot was pushed, median of 7; the first',
      `${seconds(pushed)}; ${seconds(pushedFirst)}`,
      size === 100_000 ? 'under 1 s' : '',
    );
    add('the same sums by SQL alone, by plot and species, without heights or intervals', `${sql.toFixed(0)} ms`, '');
  }
  add('figures of 10,000 trees from their rows, as a device’s worker makes them', seconds(device), 'under 1.5 s');
  add('the same with the errors of curves and form factors simulated', seconds(deviceAll), '');
});
for (const { stand, design, plots, edge, grid, cover, bias } of await run('bench-simulation'))
  add(
    `95 % intervals of ${plots} ${design} plots${grid ? ' on a grid' : ''}, ${stand} stand, edges ${edge}: hold the truth; total off by`,
    `${(100 * cover).toFixed(1)} %; ${(100 * bias).toFixed(1)} %`,
    plots === 30 && !grid && edge === 'circle' ? '93 to 97 %' : '',
  );
await withServer(async (address) => {
  const browser = await launch();
  const page = await (await browser.newContext(phone())).newPage();
  await page.addInitScript(() => {
    new MutationObserver((_, watch) => {
      if (!document.querySelector('[data-pad]')) return;
      globalThis.padAt = performance.now();
      watch.disconnect();
    }).observe(document, { childList: true, subtree: true });
  });
  await page.goto(`${address}/measure`);
  await page.getByRole('textbox').waitFor();
  await page.waitForTimeout(500);
  // what was asked for once the pad stood keeps nobody waiting
  const needed = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .flatMap(({ name, startTime, encodedBodySize }) => (name.endsWith('.js') && startTime < globalThis.padAt ? [encodedBodySize] : [])),
  );
  add('Measure, JavaScript over the wire, as it is sent', `${(needed.reduce((a, b) => a + b, 0) / 1000).toFixed(0)} kB`, 'at most 170 kB');

  const cold = await coldStarts(browser, address, 5);
  add(
    'Measure opened without a network, 4× slowed, to the pad, the slowest of 5',
    `${(Math.max(...cold) / 1000).toFixed(2)} s (median ${(quantile(cold, 0.5) / 1000).toFixed(2)})`,
    'under 2 s',
  );
  await page.keyboard.type('41.3cm 25m +70 -7');
  await page.keyboard.press('Enter');
  await page.locator('[data-label="tip"]').tap();
  // other work on the machine only ever adds: of five series the least disturbed one says what a key costs; a page
  // with nothing but a field and a text, pressed in between, says what the machine itself takes
  const bare = await (await browser.newContext(phone())).newPage();
  await bare.setContent(BARE);
  const series = { measure: [], bare: [] };
  for (let i = 0; i < 5; i++) {
    series.bare.push(await pressKeys(bare));
    series.measure.push(await pressKeys(page));
  }
  const least = (all) => all.reduce((a, b) => (quantile(b, 0.95) < quantile(a, 0.95) ? b : a));
  const say = (times) => `${quantile(times, 0.95).toFixed(0)} ms (median ${quantile(times, 0.5).toFixed(0)})`;
  add('key press to redrawn sheet and result, 4× slowed, 95th percentile', say(least(series.measure)), 'under 50 ms');
  add('the same on a page of one field and one text', say(least(series.bare)), 'what the machine takes');
  // a page that is slowed keeps a core busy even when nothing happens on it
  await page.context().close();
  await bare.context().close();
  await drag(browser, address);
  const redrawn = await plotRedrawn(browser, address, 12);
  add(
    'a tree added to a plot of 200, from Enter to the frame with it, median',
    `${quantile(redrawn, 0.5).toFixed(0)} ms`,
    'within a frame',
  );
  for (const [trees, slowed, hold] of [
    [1000, 4, 'within a frame'],
    [100_000, 1, 'under 50 ms'],
  ]) {
    const lines = await called(browser, address, trees, { times: 15, slowed });
    const what = `a line called in a survey of ${many(trees)} trees${slowed > 1 ? `, ${slowed}× slowed` : ''}, from Enter to strokes and totals, median; to the frame with them`;
    const of = (key) =>
      quantile(
        lines.map((l) => l[key]),
        0.5,
      ).toFixed(0);
    add(what, `${of('shown')} ms; ${of('framed')} ms`, hold);
  }
  const { all: checked, longest } = await pastedRows(browser, address);
  add(
    '5,000 pasted rows checked; the longest the page stood still',
    `${(checked / 1000).toFixed(2)} s; ${longest.toFixed(0)} ms`,
    'under 2 s',
  );
  for (const [trees, hold] of [
    [100, 60],
    [10_000, 60],
    [100_000, 100],
  ])
    for (const row of await device(browser, address, trees, hold)) add(...row);
  await browser.close();

  const records = Array.from({ length: 1000 }, (_, i) => person(`P ${i}`, 'bench'));
  const t = performance.now();
  const answer = await fetch(`${address}/api/v1/sync`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: address },
    body: JSON.stringify({ records }),
  });
  const { answers } = await answer.json();
  if (answers.some((a) => a.status !== 'stored')) throw new Error('the records were not stored');
  add('1,000 offline records synchronised', `${(performance.now() - t).toFixed(0)} ms`, 'under 2 s');
});

/** Types and clears digits, slowed fourfold; from each key to the first task after the frame that painted it, milliseconds. */
async function pressKeys(page) {
  await page.bringToFront();
  // slowed only while it is pressed: the slowing itself keeps a core busy
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  await page.evaluate(() => {
    globalThis.times = [];
    if (globalThis.timed) return;
    globalThis.timed = true;
    document.addEventListener(
      'keydown',
      () => {
        const t = performance.now();
        requestAnimationFrame(() => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => globalThis.times.push(performance.now() - t);
          channel.port2.postMessage(null);
        });
      },
      { capture: true },
    );
  });
  for (let i = 0; i < 120; i++) {
    await page.keyboard.press(i % 3 === 2 ? 'Escape' : String(7 + (i % 3)));
    await page.waitForTimeout(60);
  }
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  await cdp.detach();
  const times = await page.evaluate(() => globalThis.times);
  if (times.length < 100) throw new Error(`only ${times.length} key presses were painted`);
  return times;
}

/** Drags the eye of the bench to and fro in a browser slowed twofold, and times the frames while it is held. */
async function drag(browser, address) {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' })).newPage();
  await page.goto(`${address}/bench`);
  await page.getByRole('row', { name: /two sights/ }).waitFor();
  const eye = await page.locator('[data-handle="eye"]').boundingBox();
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 2 });
  await page.mouse.move(eye.x + eye.width / 2, eye.y + eye.height / 2);
  await page.mouse.down();
  await page.evaluate(() => {
    globalThis.frames = [];
    let last = 0;
    const next = (t) => {
      if (last) globalThis.frames.push(t - last);
      last = t;
      requestAnimationFrame(next);
    };
    requestAnimationFrame(next);
  });
  for (let i = 1; i <= 150; i++) await page.mouse.move(eye.x + eye.width / 2 - 120 * Math.sin(i / 12), eye.y + eye.height / 2);
  const frames = await page.evaluate(() => globalThis.frames);
  await page.mouse.up();
  await page.context().close();
  add(
    'dragging the eye on the bench, 2× slowed, frame at the 95th percentile',
    `${quantile(frames, 0.95).toFixed(0)} ms (median ${quantile(frames, 0.5).toFixed(0)})`,
    'at most 33 ms',
  );
}

const table = ['| what | measured | hold |', '|---|---|---|', ...rows.map((r) => `| ${r.what} | ${r.measured} | ${r.hold} |`)].join('\n');
console.log(table);
const machine = `${os.cpus().length} cores (${os.cpus()[0]?.model.trim()}), Node ${process.versions.node}`;
fs.writeFileSync(
  path.join(ROOT, 'docs/performance.md'),
  `# Performance\nMeasured with \`npm run bench\` on ${new Date().toISOString().slice(0, 10)}, ${machine}.\n\n${table}\n`,
);

process.exitCode = spawnSync(process.execPath, [path.join(ROOT, 'scripts/reliability.mjs')], { stdio: 'inherit' }).status ?? 1;
