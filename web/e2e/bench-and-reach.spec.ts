import { expect, type Page, test } from '@playwright/test';
import { figure } from './pad';

test('on the bench the eye is dragged, the lean is seen, a reading is typed', async ({ page }) => {
  await page.goto('/bench');
  const height = page.locator('[data-bench-height]');
  await expect(height).toContainText('22.0 m');
  await expect(page.locator('[data-bench-off]')).toContainText('nothing misleads');
  const distance = page.getByRole('textbox', { name: /^Distance/ });
  await expect(distance).toHaveValue('24');
  const eye = await page.locator('[data-handle="eye"]').boundingBox();
  if (!eye) throw new Error('no eye');
  const [x, y] = [eye.x + eye.width / 2, eye.y + eye.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x - 120, y, { steps: 6 });
  await page.mouse.up();
  expect(Number(await distance.inputValue())).toBeLessThan(20);
  await expect(height).toContainText('22.0 m');
  // with the keys as well
  await page.locator('[data-handle="tip"]').focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await expect(height).toContainText('23.0 m');
  await page.getByRole('button', { name: 'leans to you' }).click();
  await expect(page.locator('[data-bench-off]')).toContainText('nothing misleads');
  await page.getByRole('button', { name: 'lean is said' }).click();
  await expect(page.locator('[data-bench-off]')).toContainText('too high');
  await page.getByRole('button', { name: 'back to the start' }).click();
  await page.getByRole('textbox', { name: /^Tip/ }).fill('100');
  await expect(height).toContainText('25.6 m');
  await page.getByRole('textbox', { name: /^Tip/ }).fill('abc');
  await expect(page.getByText('“abc” is not a number.')).toBeVisible();
  await page.getByRole('button', { name: 'back to what the drawing says' }).click();
  await page.getByRole('combobox', { name: 'Method' }).selectOption('shadow');
  await expect(page.locator('[data-line="sun"]').first()).toBeVisible();
  await expect(height).toContainText('22.0 m');
});

test('methods are compared on the same tree, four at most, off the main thread', async ({ page }) => {
  await page.goto('/bench');
  await expect(page.getByRole('row', { name: /two shots \+?-?0.0/ })).toBeVisible();
  await page.getByRole('button', { name: 'pole', exact: true }).click();
  await expect(page.getByRole('row', { name: /^pole/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'shadow', exact: true })).toBeDisabled();
  await page.getByRole('button', { name: 'leans to you' }).click();
  await page.getByRole('button', { name: 'lean is said' }).click();
  await expect(page.getByRole('row', { name: /^two sights \+[2-9]/ })).toBeVisible();
});

const reachField = (page: Page, name: RegExp) => page.getByRole('textbox', { name });

test('will it reach: beside the sheet, following the readings, with a wire, and what is wrong said', async ({ page }) => {
  await page.goto('/measure');
  await expect(page.getByRole('textbox', { name: /^Tape/ })).toBeFocused();
  await page.getByRole('button', { name: 'will it reach?' }).click();
  const beside = page.getByRole('region', { name: 'Will it reach?' });
  await expect(beside).toContainText('has no height yet');
  await page.locator('[aria-describedby="field-help"]').focus();
  await page.keyboard.type('41 25m 80 -8\n');
  await expect(beside).toContainText('22.0 m ± 1.2 m');
  await expect(beside.getByText('Still needed: to the object.')).toBeVisible();
  await reachField(page, /^To the object/).fill('20');
  await expect(page.locator('[data-verdict="reaches"]')).toBeVisible();
  await expect(page.getByRole('img', { name: 'From above, to scale' }).locator('[data-ring]')).toHaveCount(3);
  // the sheet stays beside it, and a corrected sight moves the answer
  await expect(page.getByRole('img', { name: /^Sight sheet/ })).toBeVisible();
  await reachField(page, /^To the object/).fill('28');
  await expect(page.locator('[data-verdict="clear"]')).toBeVisible();
  await page.locator('[data-label="tip"]').click();
  await page.keyboard.type('110');
  await expect(page.locator('[data-verdict="reaches"]')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-verdict="clear"]')).toBeVisible();
  await reachField(page, /^Height of the object/).fill('-3');
  await expect(page.getByText('is negative')).toBeVisible();
  await reachField(page, /^Height of the object/).fill('8');
  await expect(page.locator('[data-verdict="clear"]')).toContainText('away, straight from the foot');
  // closed and opened again, with a look at the trunk between, what was typed is still there
  await beside.getByRole('button', { name: 'close' }).click();
  await page.getByRole('button', { name: /^Trunk/ }).click();
  await page.getByRole('button', { name: 'Sights' }).click();
  await figure(page, 'height').click();
  await page.getByRole('button', { name: 'Will it reach something?' }).click();
  await expect(reachField(page, /^To the object/)).toHaveValue('28');
});

test('will it reach: on a phone in the place of the sheet, and on its own without a tree', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/measure');
  await expect(page.getByRole('textbox', { name: /^Tape/ })).toBeFocused();
  await page.keyboard.type('41 25m 80 -8\n');
  await page.getByRole('button', { name: 'will it reach?' }).click();
  await reachField(page, /^To the object/).fill('60');
  await expect(page.locator('[data-verdict="clear"]')).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.getByRole('button', { name: 'sheet', exact: true }).click();
  await expect(page.getByRole('img', { name: /^Sight sheet/ })).toBeVisible();
  await page.goto('/reach');
  await reachField(page, /^Height of the tree/).fill('22');
  await expect(page.getByText('Still needed: to the object.')).toBeVisible();
  await reachField(page, /^To the object/).fill('20');
  await expect(page.locator('[data-verdict="reaches"]')).toBeVisible();
});

test('a pace is walked, a clinometer fails its check, and what it read is put right', async ({ page }) => {
  await page.goto('/kit');
  await page.getByRole('textbox', { name: /somebody else/ }).fill('V. Caleta');
  await page.getByRole('button', { name: 'Add to the book' }).click();
  await page.getByRole('button', { name: 'Walk a course' }).click();
  for (const [i, paces] of ['40', '39.5', '40,5'].entries()) await page.getByRole('textbox', { name: `Run ${i + 1}, paces` }).fill(paces);
  await page.getByRole('button', { name: 'Keep this pace' }).click();
  await expect(page.locator('[data-pace]')).toHaveText('1.500 m');
  await page.getByText('+ another instrument').click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Clinometer 9');
  await page.getByRole('button', { name: 'Add it to the book' }).click();
  const line = page.locator('[data-instrument="Clinometer 9"]');
  await line.getByRole('button', { name: 'in hand' }).click();
  await expect(line).toContainText('never checked');
  await page.goto('/measure');
  await expect(page.getByRole('textbox', { name: /^Tape/ })).toBeFocused();
  await page.keyboard.type('40\n');
  await page.getByRole('combobox', { name: 'how the distance is found' }).selectOption('paces');
  await page.locator('[aria-describedby="field-help"]').focus();
  await page.keyboard.type('16\n');
  await page.getByRole('button', { name: 'degrees' }).click();
  await page.locator('[aria-describedby="field-help"]').focus();
  await page.keyboard.type('40\n-4\n');
  await expect(page.locator('[data-figure="height"]')).toContainText('21.8 m');
  await page.goto('/kit');
  await line.getByRole('button', { name: 'Check it' }).click();
  await line.getByRole('textbox', { name: /From the first/ }).fill('6');
  await line.getByRole('textbox', { name: /Back/ }).fill('-4');
  await expect(line.getByRole('status')).toContainText('It fails: it reads 1.00° too high');
  await line.getByRole('button', { name: 'Keep this check' }).click();
  await expect(line).toContainText('failed, reads 1.00° too high');
  await expect(line.getByRole('row', { name: /21.8 m/ })).toContainText('21.5 m');
});
