import { Stream } from '@arbolito/core';
import { expect, type Page, test } from '@playwright/test';
import { v7 } from 'uuid';
import { OwnBrowser } from './own-browser';

// How often, from which seed: npm run bench asks for more.
const TRIALS = Number(process.env.KILLS ?? 8);
const SEED = Number(process.env.KILL_SEED ?? 20261125);

/** Counts up on what the page said was kept, as a person would see it. */
const keptWords = /^(\d+) kept on this device$/;

/** What this device's disk has, read without the application. */
const onDisk = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<string[]>((done, fail) => {
        const open = indexedDB.open('arbolito.book');
        open.onerror = () => fail(open.error);
        open.onsuccess = () => {
          const all = open.result.transaction('packs').objectStore('packs').getAll();
          all.onsuccess = () => {
            const records = all.result.flatMap((p: { records: { kind: string; body: { typed: string } }[] }) => p.records);
            done(records.filter((r) => r.kind === 'reading').map((r) => r.body.typed));
          };
        };
      }),
  );

test(`a browser killed right after “kept”: nothing lost, nothing doubled (${TRIALS} trials from seed ${SEED})`, async ({ baseURL }) => {
  test.setTimeout(60_000 + TRIALS * 60_000);
  const browser = new OwnBrowser({ phone: false });
  const stream = new Stream(SEED);
  const kept: string[] = [];
  const waits: number[] = [];
  try {
    for (let trial = 0; trial < TRIALS; trial++) {
      const context = await browser.open();
      const page = context.pages()[0] ?? (await context.newPage());
      // the server never hears of it: what is there afterwards was on this device's disk
      await context.route('**/api/v1/sync**', (route) => route.abort());
      await page.goto(`${baseURL}/measure`);
      if (trial > 0) {
        const there = await onDisk(page);
        expect(kept.filter((t) => !there.includes(t))).toEqual([]);
        expect(there.filter((t, i) => there.indexOf(t) !== i)).toEqual([]);
        await page.getByRole('region', { name: 'Reading', exact: true }).waitFor({ timeout: 60_000 });
      }
      // a tree of its own: the page goes on with the one before, and may have to be told again what was kept of it
      await page.goto(`${baseURL}/measure?tree=${v7()}`);
      await expect(page.getByRole('textbox', { name: /Tape/ })).toBeFocused();
      const readings = 1 + Math.floor(stream.between(0, 3));
      const before = kept.length;
      for (let i = 0; i < readings; i++) {
        const typed = [`${30 + trial / 100}cm`, `${20 + trial / 100}m`, `${80 + trial / 100}%`][i] as string;
        await page.keyboard.type(typed, { delay: 0 });
        // from Enter until the page says kept, watched from within; then the kill comes at a random millisecond
        await page.evaluate(
          ({ words, more }) =>
            new Promise<void>((done, fail) => {
              const pattern = new RegExp(words);
              const status = document.querySelector('[role=status]') as HTMLElement;
              const count = () => Number(pattern.exec(status.textContent ?? '')?.[1] ?? 0);
              const first = count();
              const look = () => count() >= first + more && done();
              new MutationObserver(look).observe(status, { childList: true, subtree: true, characterData: true });
              const field = document.querySelector('[aria-describedby="field-help"]') as HTMLInputElement;
              const said = () =>
                `${status.textContent}; in the field “${field.value}”; ${document.querySelector('#field-help')?.textContent}`;
              setTimeout(() => fail(new Error(`not kept in half a minute: ${said()}`)), 30_000);
              field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
            }),
          { words: keptWords.source, more: 1 },
        );
        kept.push(typed);
      }
      expect(kept.length).toBe(before + readings);
      const wait = Math.floor(stream.between(0, 15));
      waits.push(wait);
      if (wait > 0) await new Promise((r) => setTimeout(r, wait));
      await browser.kill();
    }
    const context = await browser.open();
    const page = await context.newPage();
    await context.route('**/api/v1/sync**', (route) => route.abort());
    await page.goto(`${baseURL}/measure`);
    await page.getByRole('region', { name: 'Reading', exact: true }).waitFor({ timeout: 60_000 });
    const there = await onDisk(page);
    console.log(
      `seed ${SEED}: ${kept.length} readings said kept over ${TRIALS} kills, after ${waits.join(', ')} ms; ${there.length} there`,
    );
    expect(kept.filter((t) => !there.includes(t))).toEqual([]);
    expect(there.filter((t, i) => there.indexOf(t) !== i)).toEqual([]);
  } finally {
    await browser.end();
  }
});
