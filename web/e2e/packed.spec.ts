import type { Page } from '@playwright/test';
import { expect, test } from './own-survey';

/** Puts what the device's store has into the order of an earlier Arbolito, in which every record had an entry of its own. */
const apart = (page: Page) =>
  page.evaluate(async () => {
    interface Pack {
      readonly records: readonly { readonly id: string }[];
    }
    const asked = <T>(request: IDBRequest<T>) =>
      new Promise<T>((done, fail) => {
        request.onsuccess = () => done(request.result);
        request.onerror = () => fail(request.error);
      });
    const ended = (tx: IDBTransaction) => new Promise((done) => tx.addEventListener('complete', done));
    const now = await asked(indexedDB.open('arbolito.book'));
    const read = now.transaction(['packs', 'meta']);
    const [packs, meta] = [read.objectStore('packs'), read.objectStore('meta')];
    const [keys, values] = [(await asked(packs.getAllKeys())) as [string, string, unknown][], (await asked(packs.getAll())) as Pack[]];
    const [names, noted] = [await asked(meta.getAllKeys()), await asked(meta.getAll())];
    now.close();
    await asked(indexedDB.deleteDatabase('arbolito.book'));
    const opening = indexedDB.open('arbolito.book', 1);
    opening.onupgradeneeded = () => {
      opening.result.createObjectStore('records').createIndex('id', 'id', { unique: true });
      opening.result.createObjectStore('outbox', { keyPath: 'id' });
      for (const name of ['tools', 'paired', 'heads', 'rows', 'meta']) opening.result.createObjectStore(name);
    };
    const before = await asked(opening);
    const tx = before.transaction(['records', 'meta'], 'readwrite');
    let count = 0;
    for (const [i, { records }] of values.entries()) {
      const [scope, tree] = keys[i] ?? ['', ''];
      for (const r of records) tx.objectStore('records').put(r, [scope, tree, r.id]);
      count += records.length;
    }
    for (const [i, name] of names.entries()) tx.objectStore('meta').put(noted[i], name);
    await ended(tx);
    before.close();
    return count;
  });

/** How many records there are, and in how many entries. */
const packed = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<{ records: number; entries: number; stores: string[] }>((done) => {
        const open = indexedDB.open('arbolito.book');
        open.onsuccess = () => {
          const all = open.result.transaction('packs').objectStore('packs').getAll();
          all.onsuccess = () => {
            const records = all.result.reduce((n: number, p: { records: readonly unknown[] }) => n + p.records.length, 0);
            done({ records, entries: all.result.length, stores: [...open.result.objectStoreNames] });
            open.result.close();
          };
        };
      }),
  );

test('a device of an earlier Arbolito is opened out of the network, and its survey is there whole', async ({ page, ownSurvey }) => {
  const name = await ownSurvey('Monte Umbrío');
  await page.goto('/');
  await page.getByRole('button', { name: `Take ${name} along` }).click();
  const line = page.getByRole('list', { name: 'Surveys', exact: true }).getByRole('listitem').filter({ hasText: name });
  await expect(line).toContainText('heights ±');
  const said = await line.innerText();
  await expect(page.getByText('all kept and sent')).toBeVisible();
  // no page of the application is open while its store is put back
  await page.goto('/display.js');
  const count = await apart(page);
  expect(count).toBeGreaterThan(200);

  await page.route('**/api/**', (route) => route.abort());
  await page.goto('/');
  await expect(line).toContainText('heights ±');
  await expect(line.getByRole('link').first()).toBeVisible();
  expect((await line.innerText()).split('heights')[0]).toBe(said.split('heights')[0]);
  const after = await packed(page);
  expect(after.records).toBe(count);
  expect(after.entries).toBeLessThan(count / 2);
  expect(after.stores).not.toContain('records');
});
