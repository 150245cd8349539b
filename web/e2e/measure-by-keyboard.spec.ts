import { expect, test } from './own-survey';
import { expectLabelsApart, figure, openMeasure, openPage, tipOf } from './pad';

test('a first height in at most 14 presses from opening the page', async ({ page }) => {
  let presses = 0;
  const press = async (key: string) => {
    presses++;
    await page.keyboard.press(key);
  };
  await page.goto('/');
  presses++;
  await page.getByRole('link', { name: 'Measure one tree' }).click();
  await expect(page.getByRole('textbox', { name: /Tape/ })).toBeFocused();
  for (const key of ['2', '0', 'm', 'Space', '8', '0', 'Space', '-', '1', '5', 'Enter']) await press(key);
  await expect(figure(page, 'height')).toContainText('19.0 m');
  await expect(figure(page, 'height')).toContainText('±');
  expect(presses).toBeLessThanOrEqual(14);
});

test('tree after tree without a mouse; after a reload everything is there', async ({ page, ownSurvey }) => {
  const name = await ownSurvey('Monte Umbrío');
  await page.goto('/');
  // lines can be reached once it is known which stands where
  await expect(page.locator('ul[aria-label="Surveys"]')).toHaveJSProperty('inert', false);
  await page.getByRole('link', { name: `Measure in ${name}` }).focus();
  await page.keyboard.press('Enter');
  const field = page.getByRole('textbox', { name: /Tape/ });
  await expect(field).toBeFocused();
  await page.keyboard.type('41.3\n');
  await page.keyboard.type('25\n');
  await page.keyboard.type('+70\n');
  // before the base is read, the drawing says what it should read
  await expect(page.locator('[data-label="base"]')).toContainText('base ≈ −6 %');
  await page.keyboard.type('-7');
  await expect(figure(page, 'height')).toContainText('19.3 m');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /is kept/ })).toBeVisible();
  await expect(figure(page, 'volume')).toContainText('m³');
  await expectLabelsApart(page);
  // logs, by going up to them
  await page.getByRole('button', { name: '+ merch. top' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('+30\n');
  await expect(figure(page, 'boards')).toContainText('Doyle');
  await expect(figure(page, 'boards')).toContainText('Scr');
  await page.keyboard.press('Enter');
  // the next tree, its digits half typed, then a reload
  await expect(page.getByRole('textbox', { name: /Tape/ })).toBeFocused();
  await page.keyboard.type('33.2\n18\n+9');
  await page.reload();
  await expect(page.getByRole('textbox', { name: /Tip/ })).toHaveValue('+9');
  await page.keyboard.type('5\n-9\n');
  await expect(figure(page, 'height')).toContainText('18.7 m');
  await page.goto('/');
  await page.getByRole('link', { name: new RegExp(`${name}.*64 trees`) }).click();
  await expect(page.getByRole('row', { name: /4·15/ })).toContainText('19.3 m');
  await expect(page.getByRole('row', { name: /4·16/ })).toContainText('33.2 cm');
});

test('a blunder is pointed out, corrected, and stays in the history', async ({ page }) => {
  await openMeasure(page);
  await page.keyboard.type('40\n20\n+80\n70\n');
  const remedy = page.locator('[data-finding]:not([data-finding="second-reading"])');
  await expect(remedy).toHaveAttribute('data-finding', 'base-steep-ground');
  await remedy.getByRole('button').first().click();
  await page.keyboard.type('8\n');
  await expect(remedy).toHaveAttribute('data-finding', 'base-sign');
  await expect(remedy).toContainText('minus');
  const before = await tipOf(page, 'base');
  await remedy.getByRole('button').first().click();
  await page.keyboard.type('-8\n');
  await expect(remedy).toHaveCount(0);
  expect((await tipOf(page, 'base')).y).not.toBeCloseTo(before.y, 0);
  await openPage(page, 'Visits');
  await expect(page.getByText('+70 %')).toBeVisible();
  await expect(page.getByText('−8 %').first()).toBeVisible();
  await openPage(page, 'Sights');
  // undo takes the correction back and gives its digits to the field
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('textbox', { name: /Base/ })).toHaveValue('-8');
});

test('what can not be read is refused in words, and nothing is lost', async ({ page }) => {
  await openMeasure(page);
  for (const [typed, says] of [
    ['12x', 'is not a length'],
    ['-4', 'negative'],
    ['0', 'measures nothing'],
    ['1.234,5', 'more than one decimal sign'],
  ]) {
    await page.keyboard.press('Escape');
    await page.keyboard.type(`${typed}\n`);
    await expect(page.locator('#field-help')).toContainText(says ?? '');
    await expect(page.getByRole('textbox', { name: /Tape/ })).toHaveValue(typed ?? '');
  }
  await page.keyboard.press('Escape');
  await page.keyboard.type('16 3/8"\n65\'6"\n');
  await expect(page.getByText('65.5 ft')).toBeVisible();
  await page.keyboard.type('90°\n');
  await expect(page.locator('#field-help')).toContainText('straight up');
  await page.keyboard.press('Escape');
  await page.keyboard.type('41,5°\n-4°\n');
  await expect(figure(page, 'height')).toContainText('19.1 m');
  await expect(figure(page, 'diameter')).toContainText('41.5 cm');
});

test('a number opens to the readings and the formula that made it', async ({ page }) => {
  await openMeasure(page);
  await page.keyboard.type('22m +41.5° -4°\n');
  await figure(page, 'height').click();
  await expect(page.locator('#how')).toContainText('H = D · (t tip − t base)');
  await expect(page.locator('#how')).toContainText('The eye is between base and tip');
  await expect(page.locator('#how')).toContainText("the crown's form is not known");
});

test('digits are corrected in the middle of what is typed, and at its end again', async ({ page }) => {
  await openMeasure(page);
  const field = page.getByRole('textbox', { name: /Tape/ });
  await page.keyboard.type('4.3');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.type('1');
  await expect(field).toHaveValue('41.3');
  await page.keyboard.press('End');
  await page.keyboard.type('5cm');
  await expect(field).toHaveValue('41.35cm');
  await page.keyboard.press('Backspace');
  await expect(field).toHaveValue('41.35c');
  await page.keyboard.press('Escape');
  await expect(field).toHaveValue('');
});
