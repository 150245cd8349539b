import type { Page } from '@playwright/test';
import { expect, test } from './own-survey';
import { figure, Thumb } from './pad';

test.use({ viewport: { width: 390, height: 700 }, hasTouch: true, isMobile: true });

const remedy = (page: Page) => page.locator('[data-finding]');
/** Opens a survey to measure in, with the caution read and nobody's name said. */
async function begin(page: Page, name: string): Promise<Thumb> {
  await page.goto('/');
  await page.getByRole('link', { name: `Measure in ${name}` }).tap();
  await page.locator('[data-caution]').getByRole('button', { name: 'read' }).tap();
  await page.locator('[data-who]').getByRole('button', { name: 'no name' }).tap();
  return new Thumb(page);
}
async function reads(thumb: Thumb, ...values: readonly string[]) {
  for (const value of values) {
    await thumb.press(value);
    await thumb.go();
  }
}
const steps = (page: Page) => page.getByRole('button', { name: 'steps' }).tap();

test('by thumb: a tag that another tree has gives way to the next free one', async ({ page, ownSurvey }) => {
  const thumb = await begin(page, await ownSurvey('Monte Umbrío'));
  await reads(thumb, '31.2');
  await steps(page);
  await page.getByRole('button', { name: /^Rename tree/ }).tap();
  await page.getByRole('textbox', { name: 'Tag of the tree' }).fill('4·14');
  await page.getByRole('textbox', { name: 'Tag of the tree' }).press('Enter');
  await page.getByRole('button', { name: 'sheet', exact: true }).tap();
  const asked = page.locator('[data-finding="tag-taken"]');
  await expect(asked).toContainText('has the tag 4·14');
  await asked.getByRole('button', { name: /^make this one/ }).tap();
  await expect(asked).toHaveCount(0);
  await expect(page.getByText('4·15', { exact: true }).first()).toBeVisible();
});

test('by thumb: a doubt that somebody looked at is said no more; what is read again is added', async ({ page, ownSurvey }) => {
  const thumb = await begin(page, await ownSurvey('Monte Umbrío'));
  await reads(thumb, '20', '25', '▲150', '▼7');
  await expect(remedy(page)).toBeVisible();
  const right = remedy(page).getByRole('button', { name: 'I looked, it is right' });
  const before = await remedy(page).getAttribute('data-finding');
  await right.tap();
  await expect(page.locator(`[data-finding="${before}"]`)).toHaveCount(0);
  // the same tip once more: a second reading beside the first
  await page.locator('[data-label="tip"]').tap();
  await thumb.tap('read once more');
  await reads(thumb, '▲149');
  await expect(page.locator('[data-label="tip"]')).toContainText('×2');
  await steps(page);
  await page.getByRole('navigation', { name: 'Pages of the tree' }).getByRole('button', { name: 'Visits' }).tap();
  await expect(page.getByText('+150 %').first()).toBeVisible();
  await expect(page.getByText('+149 %').first()).toBeVisible();
});

test('by thumb: a US survey is read in feet and inches whatever was chosen in another', async ({ page, ownSurvey }) => {
  const [metric, us] = [await ownSurvey('Monte Umbrío'), await ownSurvey('Tansy Creek tract')];
  const thumb = await begin(page, us);
  await page.goto('/');
  // what is carried has come into its line: nothing moves under the thumb any more
  await expect(page.getByText('Carried on this device: 1')).toBeVisible();
  await page.getByRole('link', { name: `Measure in ${metric}` }).tap();
  await page.getByRole('combobox', { name: 'Tool' }).selectOption('plain-tape');
  await reads(thumb, '98');
  await page.getByRole('button', { name: 'ft', exact: true }).tap();
  await reads(thumb, '66');
  await page.goto('/');
  await expect(page.getByText('Carried on this device: 2')).toBeVisible();
  await page.getByRole('link', { name: `Measure in ${us}` }).tap();
  await expect(page.locator('[data-changed]')).toContainText('diameter tape');
  await reads(thumb, '15.1');
  await expect(page.locator('[data-label="dbh"]')).toContainText('15.1 in');
});

test('by thumb: a shadow gives a height before the trunk is taped, and says what it took for it', async ({ page }) => {
  await page.goto('/measure');
  const thumb = new Thumb(page);
  await expect(page.getByRole('textbox', { name: /Tape/ })).toBeVisible();
  await thumb.go();
  await page.getByRole('combobox', { name: 'how the distance is found' }).selectOption('shadow');
  await reads(thumb, '18.6');
  await thumb.press('1.5');
  await page.locator('[data-pad]').getByRole('button', { name: 'next number' }).tap();
  await thumb.press('1.92');
  await thumb.go();
  await expect(figure(page, 'height')).toContainText('14.5 m');
  await figure(page, 'height').tap();
  await expect(page.locator('#how')).toContainText('half of the trunk');
});

test('by thumb: a height is called by eye first, and held against the measured one', async ({ page }) => {
  await page.goto('/measure');
  const thumb = new Thumb(page);
  await expect(page.getByRole('textbox', { name: /Tape/ })).toBeVisible();
  await steps(page);
  await page.getByRole('button', { name: '+ by eye' }).tap();
  await reads(thumb, '21');
  await page.locator('[data-label="dbh"]').tap();
  await reads(thumb, '41.3', '25', '▲70', '▼7');
  await expect(figure(page, 'height')).toContainText('19.3 m');
  await figure(page, 'height').tap();
  await expect(page.locator('#how')).toContainText('by eye 21.0 m: +9 %');
});
