import { seeded } from './bench-device.mjs';

const ROWS = 5000;
const WRONG = 12;

/** Opens the tally of a survey of so many trees on a device that carries it, slowed so many times; calls so many more; of each ms from Enter until strokes and totals are in the page, and to the frame with them. */
export async function called(browser, address, trees, { times, slowed }) {
  const { context, survey } = await seeded(browser, address, trees);
  const page = await context.newPage();
  await page.goto(`${address}/tally?survey=${survey}`, { timeout: 300_000 });
  await page.waitForFunction(() => document.querySelector('[data-band] dd') && !document.querySelector('[data-old]'), null, {
    timeout: 300_000,
  });
  await page.waitForTimeout(4000);
  const cdp = await context.newCDPSession(page);
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: slowed });
  const all = [];
  for (let i = 0; i < times; i++) {
    await page.locator('#line').fill(`${24 + (i % 20)} ${12 + (i % 9)}`);
    await page.waitForTimeout(400);
    all.push(
      await page.evaluate(
        () =>
          new Promise((done) => {
            const trees = document.querySelector('[data-band] dd');
            const before = trees.textContent;
            const began = performance.now();
            new MutationObserver((_, watch) => {
              if (trees.textContent === before) return;
              watch.disconnect();
              const shown = performance.now() - began;
              requestAnimationFrame(() => done({ shown, framed: performance.now() - began }));
            }).observe(trees, { characterData: true, childList: true, subtree: true });
            document.querySelector('#line').form.requestSubmit();
          }),
      ),
    );
    // a tree a second or so, as somebody calls them
    await page.waitForTimeout(900);
  }
  await context.close();
  return all;
}

/** Pastes five thousand rows; ms until all are checked, and the longest the page stood still meanwhile. */
export async function pastedRows(browser, address) {
  const { context, survey } = await seeded(browser, address, 100);
  const page = await context.newPage();
  await page.goto(`${address}/tally?survey=${survey}`);
  await page.locator('[data-band] dd').first().waitFor();
  await page.getByRole('combobox', { name: 'How trees are entered' }).selectOption('sheet');
  const cell = page.locator('[data-cell="species"]').first();
  await cell.focus();
  const text = Array.from({ length: ROWS }, (_, i) => (i % Math.floor(ROWS / WRONG) === 7 ? `\t${i}x` : `\t${20 + (i % 20)}`)).join('\n');
  const took = await page.evaluate(
    (pasted) =>
      new Promise((done) => {
        const began = performance.now();
        let [last, longest] = [began, 0];
        const tick = () => {
          const now = performance.now();
          longest = Math.max(longest, now - last);
          last = now;
          if (/4,?98\d right/.test(document.querySelector('[data-sheet-says]')?.textContent ?? ''))
            return done({ all: now - began, longest });
          setTimeout(tick);
        };
        setTimeout(tick);
        const data = new DataTransfer();
        data.setData('text/plain', pasted);
        document.activeElement.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
      }),
    text,
  );
  await context.close();
  return took;
}
