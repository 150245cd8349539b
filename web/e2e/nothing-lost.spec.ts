import fs from 'node:fs';
import type { Page } from '@playwright/test';
import { v7 } from 'uuid';
import { sentRecord } from '../src/contract/test-record';
import { expect, test } from './own-survey';
import { figure, openMeasure } from './pad';

const line = (page: Page) => page.getByRole('textbox', { name: /^Line of/ });
const tags = (page: Page) => page.locator('[data-lines] [data-line]');

/** A survey without plots, with its tally open; gives its id. */
async function openTally(page: Page, name: string): Promise<string> {
  await page.goto('/new-survey');
  await expect(page.getByText('Monte Umbrío inventory')).toBeVisible();
  await page.getByText('Forest inventory, metric', { exact: true }).click();
  const kind = page.getByRole('button', { name: 'every tree', exact: true });
  await kind.click();
  await expect(kind).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
  await page.locator('#species').fill('beech, Scots pine');
  await page.getByRole('button', { name: /^Begin/ }).click();
  await page.waitForURL(/survey=/);
  const survey = new URL(page.url()).searchParams.get('survey') ?? '';
  await page.goto(`/tally?survey=${survey}`);
  await expect(line(page)).toBeVisible();
  return survey;
}

test('on a full disk the page says that it is the only place, and its records reach another device as a file', async ({
  page,
  context,
  browser,
}) => {
  const survey = await openTally(page, `Full disk ${Date.now()}`);
  await expect(page.getByRole('status').first()).toContainText('all kept and sent');
  await context.route('**/api/v1/**', (route) => route.abort());
  await page.evaluate(() => {
    const open = IDBDatabase.prototype.transaction;
    IDBDatabase.prototype.transaction = function (this: IDBDatabase, ...asked) {
      if (asked[1] === 'readwrite') throw new DOMException('no room', 'QuotaExceededError');
      return open.apply(this, asked);
    };
  });
  await line(page).focus();
  for (let i = 0; i < 8; i++) {
    await page.keyboard.type(`fs ${30 + i}`);
    await page.keyboard.press('Enter');
  }
  await expect(tags(page)).toHaveCount(8);
  const status = page.getByRole('status').first();
  await expect(status).toContainText('in this page only: do not close the page');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    status.getByRole('button', { name: 'Save unsynced records as a file' }).click(),
  ]);
  const text = fs.readFileSync(await file.path(), 'utf8');
  const saved = JSON.parse(text) as { format: string; version: number; records: { kind: string }[] };
  expect(saved).toMatchObject({ format: 'arbolito-records', version: 1 });
  expect(saved.records.filter((r) => r.kind === 'tree')).toHaveLength(8);

  // the page is gone; another device takes the file in and sends it
  await context.close();
  const other = await (await browser.newContext({ locale: 'en-GB', viewport: { width: 1280, height: 800 } })).newPage();
  await other.goto('/device');
  await other
    .getByLabel('Take in a file of records')
    .setInputFiles({ name: 'spoiled.json', mimeType: 'application/json', buffer: Buffer.from('{}') });
  await expect(other.getByText('This file holds no records of Arbolito')).toBeVisible();
  await other
    .getByLabel('Take in a file of records')
    .setInputFiles({ name: 'records.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  await expect(other.getByText(`${saved.records.length} records are taken in`)).toBeVisible();
  await expect(other.getByRole('status').first()).toContainText('all kept and sent');
  await other.goto(`/tally?survey=${survey}`);
  await expect(tags(other)).toHaveCount(8);
  await other.context().close();
});

test('two tabs that tally one survey never give one tree number twice', async ({ page, context }) => {
  const survey = await openTally(page, `Two tabs ${Date.now()}`);
  const second = await context.newPage();
  await second.goto(`/tally?survey=${survey}`);
  await expect(line(second)).toBeVisible();
  for (const tab of [page, second]) await line(tab).fill('fs 30');
  // both at once, over and over
  for (let i = 0; i < 12; i++)
    await Promise.all(
      [page, second].map(async (tab) => {
        await line(tab).fill(`fs ${20 + i}`);
        await line(tab).press('Enter');
        await expect(line(tab)).toHaveValue('');
      }),
    );
  await expect(tags(page)).toHaveCount(24);
  await expect(page.getByRole('status').first()).toContainText('all kept and sent');
  const all = await page.evaluate(async (id) => {
    const answer = await (await fetch(`/api/v1/sync?scope=${id}&limit=1000`)).json();
    return (answer.records as { kind: string; body: { tag: string } }[]).filter((r) => r.kind === 'tree').map((r) => r.body.tag);
  }, survey);
  expect(all).toHaveLength(24);
  expect(new Set(all).size).toBe(24);
});

test('a survey that was struck out is listed on the home page, and restored from there', async ({ page, request, ownSurvey, baseURL }) => {
  const name = await ownSurvey('Araucarias of Cerro Tildemar');
  const { surveys } = (await (await request.get('/api/v1/surveys?limit=1000')).json()) as { surveys: { id: string; name: string }[] };
  const survey = surveys.find((s) => s.name === name)?.id;
  const id = v7();
  const strike = {
    id,
    entity: id,
    supersedes: null,
    kind: 'strike-out',
    schema: 2,
    device: 'x',
    person: null,
    at: new Date().toISOString(),
    body: { entity: survey, reason: 'a try' },
  };
  await request.post('/api/v1/sync', { data: { records: [strike] }, headers: { origin: baseURL ?? '' } });
  await page.goto('/');
  await page.getByText(/^Struck out: /).click();
  await page.getByRole('button', { name: `Restore ${name}` }).click();
  await expect(page.getByText(`${name} is restored.`)).toBeVisible();
  await expect(page.getByRole('list', { name: 'Surveys', exact: true })).toContainText(name);
  await expect(page.getByRole('list', { name: 'Surveys struck out' })).not.toContainText(name);
});

test('single trees of every device lie in one survey, and those of an earlier one are moved there', async ({
  page,
  request,
  browser,
  baseURL,
}) => {
  await openMeasure(page);
  await page.keyboard.type('41.3cm 25m +70 -7\n');
  await expect(figure(page, 'height')).toContainText('19.');
  await expect(page.getByRole('status').first()).toContainText('all kept and sent');
  const shared = (await (await request.get('/api/v1/sync?scope=shared&limit=1000')).json()) as {
    records: { id: string; kind: string; body: { preset?: string } }[];
  };
  const protocol = shared.records.find((r) => r.kind === 'protocol' && r.body.preset === 'forest-metric');
  const record = (kind: string, body: object) => sentRecord(kind, body, { device: 'an earlier one' });
  const survey = record('survey', { name: `Single trees ${Date.now()}`, kind: 'single-trees', protocol: protocol?.id, place: null });
  const tag = `E${String(Date.now()).slice(-6)}`;
  const tree = record('tree', { survey: survey.id, plot: null, tag, species: null, note: null });
  await request.post('/api/v1/sync', { data: { records: [survey, tree] }, headers: { origin: baseURL ?? '' } });
  const other = await (await browser.newContext({ locale: 'en-GB', viewport: { width: 1280, height: 800 } })).newPage();
  await other.goto(`/trees?survey=${survey.id}`);
  await expect(other.getByText(tag).first()).toBeVisible();
  const ours = '019b76da-a801-7f66-b470-2b2f20c2ae08';
  await other.goto(`/trees?survey=${ours}`);
  const offer = other.locator('p').filter({ hasText: (survey.body as { name: string }).name });
  await offer.getByRole('button', { name: 'Move their trees here' }).click();
  await expect(other.getByText('1 tree was moved here.')).toBeVisible();
  await expect(other.getByText(tag).first()).toBeVisible();
  await other.context().close();
});
