import type { BrowserContext, Page } from '@playwright/test';
import { OwnBrowser } from './own-browser';
import { OwnDoor } from './own-door';
import { expect, test } from './own-survey';
import { figure, openMeasure } from './pad';

const kept = (page: Page) => page.getByRole('status').first();
/** Until every page is on this device. */
const pagesHere = (page: Page) =>
  expect(async () => {
    expect(await page.evaluate(() => navigator.serviceWorker.controller?.state)).toBe('activated');
  }).toPass({ timeout: 60_000 });

async function first(context: BrowserContext): Promise<Page> {
  return context.pages()[0] ?? (await context.newPage());
}

test('a whole day out of the network: pages open, trees are measured, the battery dies, and all is there once', async ({
  baseURL,
  ownSurvey,
  request,
}) => {
  test.setTimeout(200_000);
  const name = await ownSurvey('Monte Umbrío');
  const door = await new OwnDoor(baseURL ?? '').open();
  const browser = new OwnBrowser({ phone: true });
  try {
    // at the office: one visit, the survey taken along
    let page = await first(await browser.open());
    await page.goto(door.address);
    await page.getByRole('button', { name: `Take ${name} along` }).tap();
    const line = () => page.getByRole('list', { name: 'Surveys', exact: true }).getByRole('listitem').filter({ hasText: name });
    await expect(line()).toContainText('heights ±');
    const survey =
      new URL((await line().getByRole('link').first().getAttribute('href')) ?? '', page.url()).searchParams.get('survey') ?? '';
    await pagesHere(page);

    // out of the network: the server stopped, the browser closed and opened again
    await door.shut();
    await browser.close();
    page = await first(await browser.open());
    await page.goto(door.address);
    await expect(line()).toContainText('heights ±');
    for (const [path, said] of [
      [`/trees?survey=${survey}`, name],
      ['/kit', 'Kit'],
      ['/bench', 'Bench'],
      ['/protocols', 'Protocols'],
      ['/reach', 'Will it reach?'],
      ['/new-survey', 'New survey'],
      ['/refused', 'Sync problems'],
      ['/device', 'This device'],
    ] as const) {
      await page.goto(`${door.address}${path}`);
      await expect(page.getByRole('heading', { level: 1 }), path).toContainText(said);
    }
    await expect(page.getByText('they open without a network')).toBeVisible();
    await expect(page.getByText('they are sent once it answers')).toBeVisible();

    // five trees, three methods; one corrected, one reading struck out
    const address = `${door.address}/measure?survey=${survey}`;
    await openMeasure(page, address);
    const tags: string[] = [];
    const tree = async (lines: readonly string[], way?: string) => {
      await expect(page.getByRole('textbox', { name: /Tape/ })).toBeFocused();
      await page.keyboard.type(`${lines[0]}\n`);
      if (way) await page.getByRole('combobox', { name: /^(how the distance is found|method of measuring the height)$/ }).selectOption(way);
      for (const l of lines.slice(1)) {
        await page.locator('[aria-describedby="field-help"]').focus();
        await page.keyboard.type(`${l}\n`);
      }
      await expect(figure(page, 'height')).toContainText(/\d m/);
      tags.push((await page.locator('header .figure').first().textContent()) ?? '');
    };
    const next = () => page.getByRole('button', { name: /^Next tree/ }).tap();
    await tree(['31.3', '24.8', '75', '-8']);
    await next();
    await tree(['41.3', '25', '70', '-7']);
    await next();
    await tree(['44', '18.6', '1.5 1.92'], 'shadow');
    await next();
    await tree(['40', '31', '60 72'], 'stick');
    await next();
    await tree(['29.9', '20', '80', '-15'], 'two-sights');
    // the last tip was read wrong
    await page.getByRole('button', { name: 'steps' }).tap();
    await page.getByRole('list', { name: 'Steps' }).getByRole('button', { name: /^Tip/ }).tap();
    await page.keyboard.type('78\n');
    await page.getByRole('button', { name: 'steps' }).tap();
    await page.getByRole('navigation', { name: 'Pages of the tree' }).getByRole('button', { name: 'Visits' }).tap();
    await page.getByRole('button', { name: /^Strike out Base/ }).tap();
    await page.getByRole('button', { name: 'read wrong' }).tap();
    await page.getByRole('button', { name: 'Strike out', exact: true }).tap();
    await expect(page.getByRole('region', { name: 'Struck out' })).toContainText('−15 %');
    expect(new Set(tags).size).toBe(5);

    // the battery dies in mid-entry
    await page.goto(address);
    await expect(page.getByRole('region', { name: 'Reading', exact: true })).toBeVisible();
    await browser.kill();
    page = await first(await browser.open());
    await page.goto(`${door.address}/trees?survey=${survey}`);
    const list = page.getByRole('region', { name: 'List of trees' });
    await page
      .getByPlaceholder(/tag/)
      .first()
      .fill('')
      .catch(() => {});
    for (const tag of tags) await expect(list, tag).toContainText(tag);

    // back at the office
    await door.open();
    await page.goto(door.address);
    await expect(async () => {
      await page.evaluate(() => window.dispatchEvent(new Event('online')));
      await expect(kept(page)).toContainText('all kept and sent', { timeout: 3000 });
    }).toPass({ timeout: 90_000 });
    const records: { id: string; kind: string; entity: string; body: { tag?: string; survey?: string } }[] = [];
    for (let after: string | null = ''; after !== null; ) {
      const answer = await request.get(`/api/v1/sync?scope=${survey}&limit=1000${after && `&after=${after}`}`);
      const pulled = (await answer.json()) as { records: typeof records; next: string; more: boolean };
      records.push(...pulled.records);
      after = pulled.more ? pulled.next : null;
    }
    expect(new Set(records.map((r) => r.id)).size).toBe(records.length);
    const made = records.filter((r) => r.kind === 'tree' && tags.includes(r.body.tag ?? ''));
    expect(made.map((r) => r.body.tag).sort()).toEqual([...tags].sort());
    expect(records.filter((r) => r.kind === 'strike-out')).toHaveLength(1);
  } finally {
    await browser.end();
    await door.shut();
  }
});

test('a newer Arbolito waits for the next tree or a tap, in every tab, and one that came by half never comes in', async ({ baseURL }) => {
  test.setTimeout(300_000);
  const door = await new OwnDoor(baseURL ?? '').open();
  const browser = new OwnBrowser({ phone: false });
  const ask = (page: Page) => page.evaluate(async () => void (await (await navigator.serviceWorker.ready).update().catch(() => {})));
  const offer = (page: Page) => page.getByRole('button', { name: 'take the newer Arbolito' });
  try {
    const context = await browser.open();
    const page = await first(context);
    await openMeasure(page, `${door.address}/measure`);
    await pagesHere(page);
    await page.keyboard.type('41');

    // the newer one names a page that the server does not give
    const another = (mark: string) => (body: Buffer) =>
      Buffer.from(
        body
          .toString()
          .replace(/(\/bench",revision:")[0-9a-f]+/, `$1${mark}`)
          .replace(/arbolito pages /g, `arbolito pages ${mark}`),
      );
    door.answers.set('/service-worker.js', another('aaaa'));
    door.answers.set('/bench', () => null);
    await ask(page);
    await expect(async () => {
      const state = await page.evaluate(async () => {
        const { installing, waiting } = await navigator.serviceWorker.ready;
        return [installing, waiting].every((w) => w === null);
      });
      expect(state).toBe(true);
    }).toPass({ timeout: 30_000 });
    await expect(offer(page)).toHaveCount(0);
    await expect(page.getByRole('textbox', { name: /Tape/ })).toHaveValue('41');

    // this time it comes whole: offered, and nothing is interrupted
    door.answers.delete('/bench');
    door.answers.set('/service-worker.js', another('bbbb'));
    const other = await context.newPage();
    await openMeasure(other, `${door.address}/measure`);
    await ask(page);
    await expect(offer(page)).toBeVisible();
    await expect(page.getByRole('textbox', { name: /Tape/ })).toHaveValue('41');
    await page.bringToFront();
    await page.getByRole('textbox', { name: /Tape/ }).focus();
    await page.keyboard.type('.3\n25\n70\n-7\n');
    await expect(figure(page, 'height')).toContainText('19.3 m');
    await expect(offer(page)).toBeVisible();
    const tree = new URL(page.url()).searchParams.get('tree');
    const loaded = page.waitForEvent('load');
    await page.keyboard.press('Enter');
    await loaded;
    await expect(page.getByRole('textbox', { name: /Tape/ })).toBeFocused();
    expect(new URL(page.url()).searchParams.get('tree')).not.toBe(tree);
    await expect(offer(page)).toHaveCount(0);

    // the other tab was not touched; it begins anew when it rests, by a tap too
    await other.bringToFront();
    await other.getByRole('textbox', { name: /Tape/ }).focus();
    await other.keyboard.type('33.1\n');
    await expect(offer(other)).toBeVisible();
    const again = other.waitForEvent('load');
    await offer(other).click();
    await again;
    await expect(other.getByRole('region', { name: 'Reading', exact: true })).toBeVisible();
    expect(await other.evaluate(() => caches.keys())).toEqual(expect.arrayContaining([expect.stringContaining('bbbb')]));
  } finally {
    await browser.end();
    await door.shut();
  }
});

test('in a browser that stores nothing work goes on, with a warning that stays', async ({ page, context }) => {
  await page.addInitScript(() => {
    const denied = () => {
      throw new DOMException('denied', 'SecurityError');
    };
    Object.defineProperty(indexedDB, 'open', { value: denied });
    Object.defineProperty(Storage.prototype, 'setItem', { value: denied });
  });
  await context.route('**/api/v1/**', (route) => route.abort());
  await openMeasure(page);
  await expect(page.getByText('saves nothing here').first()).toBeAttached();
  await page.keyboard.type('41.3cm\n25m\n70\n-7\n');
  await expect(figure(page, 'height')).toContainText('19.3 m');
  await expect(page.getByText(/in this page only/).first()).toBeAttached();
});
