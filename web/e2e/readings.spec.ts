import { expect, test } from './own-survey';
import { expectLabelsApart, figure, openMeasure, openPage } from './pad';

test('any scale gives the same tree: degrees, percent, 66, and a scale drawn for one distance', async ({ page }) => {
  await openMeasure(page);
  await page.keyboard.type('40\n13\n');
  const scale = page.getByRole('combobox', { name: 'a scale drawn for one distance' });
  await scale.selectOption('20');
  await page.getByRole('textbox', { name: /Tip/ }).focus();
  await page.keyboard.type('+27.5\n-1.8\n');
  await expect(figure(page, 'height')).toContainText('19.0 m');
  await expect(page.locator('[data-label="tip"]')).toContainText('+27.5 /20');
  // the scale was wrong: choosing another one corrects the kept reading in view
  await page.locator('[data-label="tip"]').click();
  await page.getByRole('button', { name: 'percent' }).click();
  await expect(page.locator('[data-label="tip"]')).toContainText('+27.5 %');
  await expect(figure(page, 'height')).toContainText('4.7 m');
  await openPage(page, 'Visits');
  await expect(page.getByText('+27.5 /20')).toBeVisible();
});

test('a hidden base is replaced by a mark at a known height', async ({ page }) => {
  await openMeasure(page);
  await page.keyboard.type('40\n20\n+80\n');
  await page.getByRole('button', { name: 'the base is hidden: sight a mark' }).click();
  await expect(page.getByRole('textbox', { name: /Mark/ })).toBeFocused();
  await page.keyboard.type('-2\n');
  await expect(figure(page, 'height')).toContainText('needs the mark');
  await page.keyboard.type('1.3\n');
  await expect(figure(page, 'height')).toContainText('17.7 m');
  await figure(page, 'height').click();
  await expect(page.locator('#how')).toContainText('mark height');
  await expectLabelsApart(page);
});

test('the steps are reached by arrows, and every line of the drawing by the mouse', async ({ page }) => {
  await openMeasure(page);
  for (const step of [/Distance/, /Tip/, /Base/]) {
    await page.keyboard.press('ArrowDown');
    await expect(page.getByRole('textbox', { name: step })).toBeFocused();
  }
  await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('textbox', { name: /Tip/ })).toBeFocused();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.type('41.3cm 25m +70 -7\n');
  await expect(figure(page, 'height')).toContainText('19.3 m');
  for (const [line, step] of [
    ['[data-sight="tip"] polyline >> nth=0', /Tip/],
    ['[data-dimension="tip"] polyline', /Tip/],
  ] as const) {
    await page.locator(line).click({ force: true });
    await expect(page.getByRole('textbox', { name: step })).toBeVisible();
  }
});

test('tag and species belong to the tree and can be said at any time', async ({ page, ownSurvey }) => {
  const name = await ownSurvey('Tansy Creek tract');
  await page.goto('/');
  await page.getByRole('link', { name: `Measure in ${name}` }).click();
  await expect(page.getByRole('textbox', { name: /^Tape/ })).toBeFocused();
  await page.keyboard.type('16.2\n');
  await page.getByRole('combobox', { name: 'Species' }).selectOption('another species …');
  await page.getByRole('textbox', { name: 'Name of the species' }).fill('black walnut');
  await page.getByRole('button', { name: 'broad crown', exact: true }).click();
  await page.getByRole('button', { name: 'Add it to the book' }).click();
  await expect(page.getByRole('combobox', { name: 'Species' })).toContainText('black walnut');
  await page.getByRole('combobox', { name: 'Species' }).selectOption('hickory');
  await page.getByRole('button', { name: /^Rename tree/ }).click();
  const tag = page.getByRole('textbox', { name: 'Tag of the tree' });
  await tag.fill('H 7');
  await tag.press('Enter');
  await page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Trees' }).click();
  await expect(page.getByRole('row', { name: /H 7 \d+ hickory sawtimber 16.2 in/ })).toBeVisible();
});

test('a tree whose survey is not on this device says so, and offers a single tree', async ({ page, context }) => {
  await context.route('**/api/v1/sync**', (route) => route.abort());
  await page.goto('/measure?survey=0190a000-0000-7000-8000-000000000001');
  await expect(page.getByRole('heading', { name: 'This survey is not on this device' })).toBeVisible();
  await page.getByRole('link', { name: 'Measure one tree' }).click();
  await expect(page.getByRole('textbox', { name: /Tape/ })).toBeFocused();
});

test('where the checks could not be fetched the tree is measured all the same, and that is said', async ({ page }) => {
  await page.route(/outcome\.[\w-]+\.js/, (route) => route.abort());
  await openMeasure(page);
  await page.keyboard.type('40cm 20m 80 -8\n');
  await expect(page.getByRole('heading', { name: /is kept/ })).toBeVisible();
  await expect(page.getByText('The checks are not on this device yet')).toBeVisible();
  await page.unroute(/outcome\.[\w-]+\.js/);
  await expect(page.getByText('The checks are not on this device yet')).toHaveCount(0, { timeout: 30_000 });
});
