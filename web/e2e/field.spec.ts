import { expect, test } from '@playwright/test';
import { pullAll } from '../../scripts/pull-all.mjs';
import { figure, openMeasure, openPage } from './pad';

test('with the server out of reach readings are kept here, and sent when it is back', async ({ page, context, request }) => {
  await openMeasure(page);
  await expect(page.getByRole('status').first()).toContainText('all kept and sent');
  await context.route('**/api/v1/sync**', (route) => route.abort());
  await page.keyboard.type('38\n22m +80 -9\n');
  await expect(page.getByRole('status').first()).toContainText(/\d+ kept on this device/);
  await expect(figure(page, 'height')).toContainText('19.6 m');
  // the server comes back after a try has failed, not in the middle of one
  const failed = page.waitForEvent('requestfailed', (r) => r.url().includes('/api/v1/sync'));
  await page.reload();
  await failed;
  await expect(figure(page, 'height')).toContainText('19.6 m');
  const tree = new URL(page.url()).searchParams.get('tree');
  await context.unroute('**/api/v1/sync**');
  // a try that meets the network as it comes back may fail once more: the next one does not
  await expect(async () => {
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    await expect(page.getByRole('status').first()).toContainText('all kept and sent', { timeout: 2000 });
  }).toPass({ timeout: 60_000 });
  const there = await pullAll(async (path) => (await request.get(path)).json());
  expect(there.filter((r) => r.id === tree)).toHaveLength(1);
});

test('another device sees the tree; of two corrections of one reading the later is in use until a person chooses', async ({
  browser,
  baseURL,
}) => {
  const open = async () =>
    (await browser.newContext({ baseURL: baseURL ?? '', locale: 'en-GB', viewport: { width: 1280, height: 800 } })).newPage();
  const [one, two] = [await open(), await open()];
  await openMeasure(one);
  await one.keyboard.type('38cm 22m +80 -9\n');
  await expect(one.getByRole('status').first()).toContainText('all kept and sent');
  await expect(figure(one, 'height')).toContainText('19.6 m');
  const address = one.url();
  await two.goto(address);
  await expect(figure(two, 'height')).toContainText('19.6 m');
  for (const [page, value] of [
    [one, '39'],
    [two, '40'],
  ] as const) {
    await page.context().route('**/api/v1/sync**', (route) => route.abort());
    await page.getByRole('list', { name: 'Steps' }).getByRole('button', { name: /Tape/ }).click();
    await page.keyboard.type(`${value}\n`);
    await expect(figure(page, 'diameter')).toContainText(`${value}.0 cm`);
  }
  for (const page of [one, two]) {
    await page.context().unroute('**/api/v1/sync**');
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    await expect(page.getByRole('status').first()).toContainText('all kept and sent');
  }
  await one.reload();
  // the later one is in use, nothing is withheld, and a person chooses
  await expect(figure(one, 'diameter')).toContainText('40.0 cm');
  await expect(figure(one, 'height')).toContainText('19.6 m');
  await openPage(one, 'Visits');
  const conflict = one.locator('[data-conflict="reading"]');
  await expect(conflict).toContainText('Two people entered different values for the reading');
  await conflict
    .getByRole('listitem')
    .filter({ hasText: /39(\.0)? cm/ })
    .getByRole('button', { name: 'Use this value' })
    .click();
  await expect(conflict).toHaveCount(0);
  await openPage(one, 'Sights');
  await expect(figure(one, 'diameter')).toContainText('39.0 cm');
  await one.context().close();
  await two.context().close();
});

test('a new survey starts from its purpose and leads to its first tree', async ({ page }) => {
  await page.goto('/new-survey');
  // a page that is still waking up hears no click
  await expect(async () => {
    await page.getByRole('button', { name: 'Begin with the first tree' }).click();
    await expect(page.getByText('Choose what the survey is for')).toBeVisible({ timeout: 2000 });
  }).toPass();
  await expect(page.getByText('Give the survey a name')).toBeVisible();
  await page.getByRole('radio', { name: /Timber, US/ }).check();
  await page.getByLabel('Name', { exact: true }).fill('Bent Elbow eighty');
  await page.getByLabel(/Species to expect/).fill('red maple, black cherry');
  await page.getByLabel(/Who measures/).fill('T. Okafor');
  await page.getByLabel(/Their eye height/).fill('5\'4"');
  await page.getByRole('button', { name: 'Begin with the first tree' }).click();
  await expect(page.getByRole('textbox', { name: /Tape/ })).toBeFocused();
  await page.getByRole('combobox', { name: 'Species' }).selectOption('red maple');
  await page.getByRole('textbox', { name: /Tape/ }).focus();
  await page.keyboard.type('18\n80\n+86\n-7\n2.5\n');
  await expect(figure(page, 'height')).toContainText('74.4 ft');
  await expect(figure(page, 'boards')).toContainText('Doyle');
  await page.goto('/');
  await page.getByRole('link', { name: /Bent Elbow eighty.*1 tree/ }).click();
  await expect(page.getByRole('region', { name: 'List of trees' }).getByRole('row', { name: /red maple/ })).toContainText('18.0 in');
});
