import fs from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test } from './own-survey';

const failed = (page: Page) => page.locator('[data-failed]');
/** A survey that only this device has: the server is not there. */
async function unsyncedSurvey(page: Page): Promise<void> {
  await page.goto('/new-survey');
  await expect(page.getByText('Monte Umbrío inventory')).toBeVisible();
  await page.context().route('**/api/v1/**', (route) => route.abort());
  await page.getByText('Forest inventory, metric', { exact: true }).click();
  await page.getByRole('button', { name: 'every tree', exact: true }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill(`Unsynced ${Date.now()}`);
  await page.getByRole('button', { name: /^Begin/ }).click();
  await page.waitForURL(/survey=/);
}
async function savedFile(page: Page, button: RegExp): Promise<{ format: string; records: { kind: string }[] }> {
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: button }).click()]);
  return JSON.parse(fs.readFileSync(await file.path(), 'utf8'));
}

test('a page that can not work something out says what failed, offers to reload and to save what is unsynced', async ({ page }) => {
  await unsyncedSurvey(page);
  await page.addInitScript(() => {
    if (location.pathname === '/kit')
      Object.defineProperty(Array.prototype, 'toSorted', {
        value: () => {
          throw new Error('what is broken here');
        },
      });
  });
  await page.goto('/kit');
  await expect(failed(page)).toContainText('This page could not be shown.');
  await failed(page).getByText('What failed').click();
  await expect(failed(page)).toContainText('what is broken here');
  const saved = await savedFile(page, /^Save unsynced records as a file$/);
  expect(saved.format).toBe('arbolito-records');
  expect(saved.records.map((r) => r.kind)).toContain('survey');
  await failed(page).getByRole('link', { name: 'Go to all surveys' }).click();
  await expect(page.getByRole('link', { name: /^Unsynced/ }).first()).toBeVisible();
});

test('where a part fails the rest of the page stays', async ({ page, ownSurvey }) => {
  const name = await ownSurvey('Monte Umbrío');
  await page.context().route('**/_astro/HeightsByDiameter*', (route) => route.abort());
  await page.goto('/');
  await page.getByRole('link', { name }).first().click();
  await expect(failed(page)).toContainText('A part of this page could not be fetched.');
  await expect(page.getByRole('navigation', { name: 'Index' })).toBeVisible();
  // the list beside the picture is there, and opens a tree
  await expect(page.locator('[data-trees] a').first()).toBeVisible();
  await expect(page.getByRole('status').first()).toBeVisible();
});

test('a page whose script can not be fetched says so, and comes when it is loaded anew', async ({ page }) => {
  const without = '**/_astro/Tally.*';
  await page.context().route(without, (route) => route.abort());
  await page.goto('/tally');
  await expect(failed(page)).toContainText('A part of this page could not be fetched.');
  await page.context().unroute(without);
  await failed(page).getByRole('button', { name: 'Reload this page' }).click();
  await expect(page.locator('h1').first()).toBeVisible();
  await expect(failed(page)).toHaveCount(0);
});

test('a page that does not come at all says so and saves what is unsynced as a file', async ({ page }) => {
  await unsyncedSurvey(page);
  await page.context().route('**/_astro/Kit.*', (route) => route.abort());
  await page.goto('/kit');
  const alert = page.getByRole('alert');
  await expect(alert).toContainText('This page could not be opened.');
  const saved = await savedFile(page, /^Save \d+ unsynced records? as a file$/);
  expect(saved.records.map((r) => r.kind)).toContain('survey');
  await page.context().unroute('**/_astro/Kit.*');
  await alert.getByRole('button', { name: 'Reload this page' }).click();
  await expect(page.getByRole('heading', { name: 'Kit' })).toBeVisible();
});
