import { expect, test } from './own-survey';
import { figure, openMeasure, openPage } from './pad';

test('a device carries what it takes along: there without a server, left behind by a tap, never with something unsent', async ({
  page,
  context,
  ownSurvey,
}) => {
  const name = await ownSurvey('Monte Umbrío');
  await page.goto('/');
  const line = page.getByRole('list', { name: 'Surveys', exact: true }).getByRole('listitem').filter({ hasText: name });
  await expect(line).toContainText('not on this device');
  await line.getByRole('button', { name: /Take .* along/ }).click();
  await expect(line).not.toContainText('not on this device');
  await expect(line).toContainText('heights ±');
  await expect(page.getByText('Carried on this device: 1 survey')).toBeVisible();

  // its page opens from this device alone, and what is measured stays unsent
  await context.route('**/api/v1/**', (route) => route.abort());
  const survey = new URL((await line.getByRole('link').first().getAttribute('href')) ?? '', page.url()).searchParams.get('survey');
  await page.goto(`/trees?survey=${survey}`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(name);
  await openMeasure(page, `/measure?survey=${survey}`);
  await page.keyboard.type('31.4cm\n');
  await expect(page.getByRole('status').first()).toContainText('kept on this device');
  await page.goto('/');
  await page.getByText('Carried on this device').click();
  await page.getByRole('button', { name: `Leave ${name} behind` }).click();
  await expect(page.getByRole('alert')).toContainText('on this device alone');
  await expect(line).toContainText('heights ±');

  await context.unroute('**/api/v1/**');
  await expect(async () => {
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    await expect(page.getByRole('status').first()).toContainText('all kept and sent', { timeout: 2000 });
  }).toPass({ timeout: 60_000 });
  await page.getByRole('button', { name: `Leave ${name} behind` }).click();
  await expect(line).toContainText('not on this device');
  await expect(page.getByText('Carried on this device')).toHaveCount(0);
  // opening it takes it along again
  await line.getByRole('link').first().click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(name);
  await page.goto('/');
  await expect(page.getByText('Carried on this device: 1 survey')).toBeVisible();
});

test('a tree measured by itself moves into a survey with its readings, and is gone where it was', async ({ page, ownSurvey }) => {
  const name = await ownSurvey('Araucarias of Cerro Tildemar');
  await page.goto('/');
  await page.getByRole('button', { name: `Take ${name} along` }).click();
  await expect(page.getByText('Carried on this device: 1 survey')).toBeVisible();
  await openMeasure(page);
  await page.keyboard.type('41.3cm 25m +70 -7\n');
  await expect(figure(page, 'height')).toContainText('19.');
  await openPage(page, 'Visits');
  await page.getByText('Move to another survey').click();
  await page.getByLabel('The survey it goes to').selectOption({ label: name });
  await page.getByRole('button', { name: /Move tree .* there/ }).click();
  await expect(page.getByRole('banner')).toContainText(name);
  await expect(figure(page, 'height')).toContainText('19.');
  await expect(page.getByRole('status').first()).toContainText('all kept and sent');
  const address = page.url();
  await page.goto('/');
  const line = page.getByRole('list', { name: 'Surveys', exact: true }).getByRole('listitem').filter({ hasText: 'Single trees' }).first();
  await expect(line).toContainText('0 trees');
  // and another device finds it by its address alone, without the survey in it
  const other = await (
    await page
      .context()
      .browser()
      ?.newContext({ locale: 'en-GB', viewport: { width: 1280, height: 800 } })
  )?.newPage();
  const tree = new URL(address).searchParams.get('tree');
  await other?.goto(new URL(`/measure?tree=${tree}`, address).href);
  if (other) await expect(figure(other, 'diameter')).toContainText('41.3');
  await other?.context().close();
});

test('a survey that came only in part says how much of it is here, shows that, and has the rest once the server answers', async ({
  page,
  context,
  ownSurvey,
}) => {
  const name = await ownSurvey('Monte Umbrío');
  // the network goes away after the first page of it
  let pages = 0;
  await context.route('**/api/v1/sync?scope=*', async (route) => {
    const url = new URL(route.request().url());
    if (url.searchParams.get('scope') === 'shared') return route.continue();
    pages++;
    url.searchParams.set('limit', '200');
    return pages > 1 ? route.abort() : route.continue({ url: url.href });
  });
  await page.goto('/');
  const line = page.getByRole('list', { name: 'Surveys', exact: true }).getByRole('listitem').filter({ hasText: name });
  await line.getByRole('button', { name: /Take .* along/ }).click();
  await expect(line.getByRole('status')).toContainText(/200 of \d+ records are here; the others come when the server answers/);
  await line.getByRole('link').first().click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(name);
  await expect(page.getByText(/200 of \d+ records are here/)).toBeVisible();
  await expect(page.getByRole('progressbar')).toBeVisible();
  const rows = page.locator('[data-trees] tbody tr');
  await expect(rows.first()).toBeVisible();
  expect(await rows.count()).toBeLessThan(62);

  await context.unroute('**/api/v1/sync?scope=*');
  await expect(async () => {
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    await expect(rows).toHaveCount(62, { timeout: 2000 });
  }).toPass({ timeout: 60_000 });
  await expect(page.getByText(/records are here/)).toHaveCount(0);
  // from tab to tab nothing is opened anew, and back
  await page.evaluate(() => Object.assign(window, { sameDocument: true }));
  await page.getByRole('link', { name: 'Measure the next tree' }).click();
  await expect(page.getByRole('textbox', { name: /Tape/ })).toBeFocused();
  await page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Trees' }).click();
  await expect(rows).toHaveCount(62);
  await rows.first().getByRole('link').click();
  await expect(page.getByRole('heading', { name: /is kept/ })).toBeVisible();
  await page.goBack();
  await expect(rows).toHaveCount(62);
  expect(await page.evaluate(() => 'sameDocument' in window)).toBe(true);
  // and left behind from its own page
  await page.getByRole('button', { name: `Leave ${name} behind` }).click();
  await expect(line).toContainText('not on this device');
});

test('lines of surveys can be pressed once they stand where they stay, and none moves under the finger', async ({ page, ownSurvey }) => {
  const [first, second] = [await ownSurvey('Monte Umbrío'), await ownSurvey('Puerto Lenga')];
  const list = page.locator('ul[aria-label="Surveys"]');
  const order = () => list.locator('li a[aria-label^="Measure in"]').evaluateAll((links) => links.map((l) => l.getAttribute('href')));
  // the page as it was sent, before any of its scripts came
  let release = () => {};
  const released = new Promise<void>((end) => {
    release = end;
  });
  await page.route('**/_astro/*.js', async (route) => {
    await released;
    await route.continue();
  });
  await page.goto('/', { waitUntil: 'commit' });
  await expect(list).toHaveJSProperty('inert', true);
  await expect(list).toContainText(first);
  release();
  await expect(list).toHaveJSProperty('inert', false);
  const before = await order();
  await page.getByRole('button', { name: `Take ${first} along` }).click();
  await expect(list.getByRole('listitem').filter({ hasText: first })).toContainText('heights ±');
  expect((await order()).slice(0, before.length)).toEqual(before);
  await expect(list.getByRole('listitem').filter({ hasText: second })).toContainText('not on this device');
  // the next time what is carried stands first
  await page.reload();
  await expect(list.getByRole('listitem').first()).toContainText(first);
});
