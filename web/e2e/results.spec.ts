import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import Papa from 'papaparse';
import { expect, test } from './own-survey';

/** Opens a survey's page by the way a person goes: the home page, the survey, its index. */
async function openResults(page: Page, name: string) {
  await page.goto('/');
  await page.getByRole('button', { name: `Take ${name} along` }).click();
  await page
    .getByRole('link', { name: new RegExp(`${name}.*plots`) })
    .first()
    .click();
  await page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Results' }).click();
  await expect(page.locator('[data-headline]')).toBeVisible();
  await expect(page.locator('[data-old]')).toHaveCount(0);
}
/** Figures of the headline by their names. */
const figureOf = async (page: Page, name: string) => {
  const text = await page.locator('[data-headline] > div', { hasText: name }).locator('dd').first().innerText();
  return Number(text.replaceAll(',', '').match(/[\d.]+/)?.[0]);
};
const saved = async (page: Page, button: string) => {
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: button }).click()]);
  const { data } = Papa.parse<Record<string, string>>(readFileSync(await file.path(), 'utf8'), { header: true, skipEmptyLines: true });
  return data;
};

test('a survey’s figures: a tree is corrected and they follow, the files say the same, a goal is kept', async ({ page, ownSurvey }) => {
  const name = await ownSurvey('Monte Umbrío');
  await openResults(page, name);
  const before = await figureOf(page, 'Basal area');
  expect(before).toBeGreaterThan(1);
  const stand = await saved(page, 'Stand table, CSV');
  const all = stand.find((line) => line.of === 'all');
  expect(Number(all?.basal_area_m2_per_ha)).toBeCloseTo(before, 0);
  expect(Object.keys(all ?? {})).toContain('basal_area_plus_minus_95pc');
  const species = stand.filter((line) => line.of === 'species');
  const sum = species.reduce((s, line) => s + Number(line.volume_m3_per_ha), 0);
  expect(sum).toBeCloseTo(Number(all?.volume_m3_per_ha), 4);

  // each tree with what it stands for adds up to the same
  const trees = await saved(page, 'Trees, CSV');
  const counted = trees.filter((t) => t.counted === 'yes');
  expect(counted.length).toBe(Number(all?.trees_looked_at));
  const first = counted.find((t) => t.height_from === 'measured') as Record<string, string>;
  expect(Number(first.basal_area_m2)).toBeCloseTo((Math.PI * Number(first.dbh_cm) ** 2) / 40_000, 8);

  // the tape of one tree is read again: twice as thick
  await page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Trees' }).click();
  await page.getByRole('row', { name: first.tree }).getByRole('link').first().click();
  await expect(page.getByRole('button', { name: /^Tape/ }).first()).toBeVisible();
  await page.getByRole('button', { name: /^Tape/ }).first().click();
  await page.getByRole('textbox', { name: /Tape/ }).fill(String(2 * Number(first.dbh_cm)));
  await page.keyboard.press('Enter');
  await expect(page.getByText(/all kept/).first()).toBeVisible();
  await page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Results' }).click();
  await expect.poll(() => figureOf(page, 'Basal area')).toBeGreaterThan(before);

  // per hectare and in total, and what ± holds
  const perHectare = await figureOf(page, 'Volume over bark');
  await page.getByRole('button', { name: 'in total' }).click();
  await expect.poll(() => figureOf(page, 'Volume over bark')).toBeGreaterThan(perHectare * 5);
  await page.getByRole('button', { name: 'per hectare' }).click();
  await page.getByRole('button', { name: 'and of curve and form factor' }).click();
  await expect(page.locator('[data-notes]')).toContainText('simulated');

  // the goal is kept with the survey, and the home page says what it needs
  const goal = page.getByRole('textbox', { name: /Goal/ });
  await goal.fill('abc');
  await expect(page.locator('[data-precision]')).toContainText('A number above 0');
  await goal.fill('20');
  await goal.press('Enter');
  await expect(page.locator('[data-precision]')).toContainText(/more plots? for the goal|The goal is reached/);
  await page.goto('/');
  await expect(page.getByRole('link', { name: new RegExp(`${name}.*volume ±`) })).toContainText(/for ±\s20\s%|±\s20\s% is reached/);
});

test('a list of trees has no ± and no hectare, and says so by what it shows', async ({ page, ownSurvey }) => {
  const name = await ownSurvey('Puerto Lenga');
  await page.goto('/');
  await page.getByRole('button', { name: `Take ${name} along` }).click();
  await page
    .getByRole('link', { name: new RegExp(`${name}.*trees`) })
    .first()
    .click();
  await page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Results' }).click();
  await expect(page.locator('[data-headline]')).toContainText('Basal area');
  await expect(page.locator('[data-headline]')).not.toContainText('±');
  await expect(page.locator('[data-precision]')).toHaveCount(0);
});

test('expand answers a program', async ({ request }) => {
  const api = await (await request.get('/api/v1/openapi.json')).json();
  const { examples } = api.paths['/api/v1/expand'].post.requestBody.content['application/json'];
  for (const { value } of Object.values(examples) as { value: { data: { kind: string } } }[]) {
    const response = await request.post('/api/v1/expand', { data: value });
    expect(response.status()).toBe(200);
    expect((await response.json()).kind).toBe(value.data.kind);
  }
  const wrong = await request.post('/api/v1/expand', { data: { units: 'metric', confidence: 100, data: { kind: 'needed', cv: 30 } } });
  expect(wrong.status()).toBe(400);
  expect(await wrong.json()).toMatchObject({ errors: [{ field: 'confidence' }] });
});
