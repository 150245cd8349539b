// What a device takes that carries many trees: opening their survey, and a reading at the next of them.
import fs from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { barePage } from './bare-page.mjs';
import { ROOT } from './install.mjs';

export const many = (n) => n.toLocaleString('en');
export const quantile = (list, q) => [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(q * list.length))];
/** A phone: without a mouse, which would lie over the drawing and be told of all that moves under it. */
export const phone = () => ({ viewport: { width: 390, height: 844 }, hasTouch: true, locale: 'en-GB' });

const NAME = 'arbolitoManyTrees';

/** What puts a survey of so many trees into the store of the page that runs it, as if it had been taken along. */
async function seeding() {
  const { outputFiles } = await build({
    stdin: { contents: `export { seed } from './bench-seed.ts';`, resolveDir: path.join(ROOT, 'scripts') },
    bundle: true,
    write: false,
    format: 'iife',
    globalName: NAME,
    logLevel: 'error',
  });
  return outputFiles[0].text;
}

/** A new context that carries such a survey. */
export async function seeded(browser, address, trees) {
  const context = await browser.newContext(phone());
  const page = await context.newPage();
  await page.goto(`${address}/404`);
  const cdp = await context.newCDPSession(page);
  await cdp.send('Runtime.evaluate', { expression: await seeding() });
  const survey = await page.evaluate(([global, n]) => globalThis[global].seed(n), [NAME, trees]);
  await cdp.detach();
  await page.close();
  return { context, survey };
}

/**
 * Memory of the process that draws a page with its workers, the largest, MB: what is its own. The browser's program is
 * mapped into all its processes and lies in memory once.
 */
async function memory(browser) {
  const cdp = await browser.newBrowserCDPSession();
  const { processInfo } = await cdp.send('SystemInfo.getProcessInfo');
  await cdp.detach();
  const own = processInfo
    .filter((p) => p.type === 'renderer')
    .map(({ id }) => {
      const status = fs.readFileSync(`/proc/${id}/status`, 'utf8');
      return ['RssAnon', 'RssShmem'].reduce((sum, part) => sum + Number(new RegExp(`${part}:\\s+(\\d+)`).exec(status)?.[1]), 0);
    });
  return Math.max(...own) / 1000;
}

/** Runs in the page: when what was looked for was first on the screen, as the page's own clock says. */
const LOOK = `{
  const wanted = {
    first: () =>
      document.querySelector('h1')?.textContent === 'Bench' &&
      /of its trees|[Ww]orking out|data-trees/.test(document.querySelector('main')?.innerHTML ?? ''),
    whole: () => /more of [0-9]+/.test(document.body?.textContent ?? '') && !document.querySelector('[data-old]'),
  };
  globalThis.seen = {};
  const look = () => {
    for (const [what, isThere] of Object.entries(wanted)) {
      if (globalThis.seen[what] !== undefined || !isThere()) continue;
      globalThis.seen[what] = null;
      requestAnimationFrame(() => setTimeout(() => (globalThis.seen[what] = performance.now())));
    }
  };
  new MutationObserver(look).observe(document, { childList: true, subtree: true, characterData: true });
}`;

/**
 * Opens the survey's trees from the home page, as a person would: to the first screen with something of it, and to the whole
 * of it. Slowed is the page, not its worker.
 */
async function opening(browser, address, survey) {
  const page = await barePage(browser);
  await page.send('Page.navigate', { url: address });
  await page.until(`document.querySelector('h1') !== null && document.readyState === 'complete'`);
  await new Promise((r) => setTimeout(r, 2000));
  await page.send('Emulation.setDeviceMetricsOverride', { width: 390, height: 844, deviceScaleFactor: 1, mobile: true });
  await page.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  await page.send('Page.enable');
  await page.send('Page.addScriptToEvaluateOnNewDocument', { source: LOOK });
  await page.send('Page.navigate', { url: `${address}/trees?survey=${survey}` });
  await page.until('globalThis.seen?.whole > 0');
  const { first, whole } = await page.evaluate('globalThis.seen');
  // what was worked out is put by a moment later
  await new Promise((r) => setTimeout(r, 4000));
  const used = await memory(browser);
  await page.close();
  return { first, whole, used };
}

/** Opens a survey of so many trees on a device that carries it, so often. */
export async function openings(browser, address, trees, times) {
  const page = await barePage(browser);
  await page.send('Page.navigate', { url: `${address}/404` });
  await page.until(`location.pathname === '/404' && document.readyState === 'complete'`);
  await page.evaluate(await seeding());
  const survey = await page.evaluate(`${NAME}.seed(${trees})`);
  // what it took to make them is no memory of the page that opens them
  await page.close();
  const all = [];
  for (let i = 0; i < times; i++) all.push(await opening(browser, address, survey));
  const last = await barePage(browser);
  await last.send('Storage.clearDataForOrigin', { origin: address, storageTypes: 'all' });
  await last.close();
  return all;
}

/** Runs in the page: when the pad was first on the screen. */
const PAD = `new MutationObserver((_, watch) => {
  if (!document.querySelector('[data-pad]')) return;
  watch.disconnect();
  requestAnimationFrame(() => setTimeout(() => (globalThis.pad = performance.now())));
}).observe(document, { childList: true, subtree: true })`;

/** Opens the page that measures with the network gone, so often, once everything was fetched by one visit; ms to the pad. */
export async function coldStarts(browser, address, times) {
  const visit = await barePage(browser);
  await visit.send('Page.navigate', { url: `${address}/measure` });
  await visit.until(`navigator.serviceWorker?.controller?.state === 'activated'`);
  await visit.close();
  const all = [];
  for (let i = 0; i < times; i++) {
    const page = await barePage(browser);
    await page.send('Network.enable');
    await page.send('Network.emulateNetworkConditions', { offline: true, latency: 0, downloadThroughput: 0, uploadThroughput: 0 });
    await page.send('Emulation.setDeviceMetricsOverride', { width: 390, height: 844, deviceScaleFactor: 1, mobile: true });
    await page.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    await page.send('Page.enable');
    await page.send('Page.addScriptToEvaluateOnNewDocument', { source: PAD });
    await page.send('Page.navigate', { url: `${address}/measure` });
    await page.until('globalThis.pad > 0');
    all.push(await page.evaluate('globalThis.pad'));
    await page.close();
  }
  return all;
}

/** From Enter to the first task after the frame that shows the next step. */
async function enters(context, address, survey) {
  const page = await context.newPage();
  await page.goto(`${address}/measure?survey=${survey}`, { timeout: 120_000 });
  await page.getByRole('textbox').waitFor({ timeout: 120_000 });
  await page.waitForTimeout(1000);
  const cdp = await context.newCDPSession(page);
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  await page.evaluate(() => {
    globalThis.times = [];
    const timed = (event) => {
      if (event.key !== 'Enter') return;
      const t = performance.now();
      requestAnimationFrame(() => {
        const channel = new MessageChannel();
        channel.port1.onmessage = () => globalThis.times.push(performance.now() - t);
        channel.port2.postMessage(null);
      });
    };
    document.addEventListener('keydown', timed, { capture: true });
  });
  // of three series the least disturbed, as with the keys
  let times = null;
  const [series, each] = [3, 10];
  for (let n = 0; n < series; n++) {
    for (let i = 0; i < each; i++) {
      for (const value of ['41.3', '20', '80', '-8']) {
        await page.keyboard.type(value, { delay: 30 });
        await page.waitForTimeout(120);
        await page.keyboard.press('Enter');
        await page.waitForTimeout(250);
      }
      await page.keyboard.press('Enter');
      await page.waitForTimeout(250);
    }
    const own = await page.evaluate(() => globalThis.times.splice(0));
    if (own.length < 45) throw new Error(`only ${own.length} readings were kept`);
    if (times === null || quantile(own, 0.95) < quantile(times, 0.95)) times = own;
  }
  await page.close();
  return times;
}

/**
 * Takes a survey along on a device that has nothing of it.
 * @returns how long that takes in all, ms, and how often what was shown of its progress changed
 */
export async function takenAlong(browser, address, survey) {
  const context = await browser.newContext(phone());
  const page = await context.newPage();
  await page.addInitScript(() => {
    globalThis.shown = new Set();
    const look = () => {
      const said = document.querySelector('[role=progressbar]')?.getAttribute('aria-valuenow');
      if (said) globalThis.shown.add(said);
    };
    new MutationObserver(look).observe(document, { childList: true, subtree: true, attributes: true });
  });
  const t = performance.now();
  await page.goto(`${address}/trees?survey=${survey}`);
  await page.getByText(/more of 10000/).waitFor({ timeout: 300_000 });
  await page.getByRole('progressbar').waitFor({ state: 'detached', timeout: 300_000 });
  const all = performance.now() - t;
  const steps = await page.evaluate(() => globalThis.shown.size);
  await context.close();
  return { all, steps };
}

/**
 * @param hold what Enter may take at most, ms
 * @returns rows of the table: what, measured, hold
 */
export async function device(browser, address, trees, hold) {
  const { context, survey } = await seeded(browser, address, trees);
  const rows = [];
  const carrying = `on a device carrying ${many(trees)} trees`;
  const times = await enters(context, address, survey);
  const said = `${quantile(times, 0.95).toFixed(0)} ms (median ${quantile(times, 0.5).toFixed(0)})`;
  rows.push([`Enter to the next step shown, 4× slowed, ${carrying}, 95th percentile`, said, `under ${hold} ms`]);
  const seconds = (ms) => `${(ms / 1000).toFixed(2)} s`;
  const budget = trees === 10_000;
  await context.close();
  for (const [i, { first, whole, used }] of (await openings(browser, address, trees, 2)).entries()) {
    const time = i === 0 ? 'the first time' : 'the second time';
    const holds = budget ? 'first screen under 1 s; memory under 400 MB' : '';
    rows.push([
      `its survey opened ${time}, 4× slowed: first screen; all there; memory`,
      `${seconds(first)}; ${seconds(whole)}; ${used.toFixed(0)} MB`,
      holds,
    ]);
  }
  return rows;
}
