import type { Page } from '@playwright/test';
import { expect, test } from './own-survey';
import { figure, openMeasure } from './pad';

const measureLine = (page: Page, what: string) => page.locator(`[data-measure="${what}"]`);

test('a body mark and a reach are kept with their boots, refused when they can not be', async ({ page }) => {
  await page.goto('/kit');
  await page.getByRole('textbox', { name: /somebody else/ }).fill('N. Brezo');
  await page.getByRole('button', { name: 'Add to the book' }).click();
  await expect(page.getByRole('combobox', { name: 'Whose kit' })).toContainText('N. Brezo');
  const reach = measureLine(page, 'reach');
  await reach.getByRole('button', { name: 'Take it' }).click();
  await reach.getByRole('textbox', { name: /Reach/ }).fill('7');
  await reach.getByRole('button', { name: 'Keep' }).click();
  await expect(reach.getByText(/7 cm is no reach/)).toBeVisible();
  await reach.getByRole('textbox', { name: /Reach/ }).fill('62,5');
  await reach.getByRole('textbox', { name: 'In which boots' }).fill('snowshoes');
  await reach.getByRole('button', { name: 'Keep' }).click();
  await expect(reach).toContainText('62.5 cm');
  await expect(reach).toContainText('in snowshoes');
  await expect(reach).toContainText('good for 365 days');
});

test('a stick and a tape on one stem make a pair, which the kit shows', async ({ page }) => {
  await page.goto('/kit');
  await page.getByRole('textbox', { name: /somebody else/ }).fill('O. Ladera');
  await page.getByRole('button', { name: 'Add to the book' }).click();
  const stick = page.locator('[data-tool="biltmore-stick"]');
  await expect(stick).toContainText('no pairs yet');
  await openMeasure(page);
  await page.getByRole('combobox', { name: 'Tool' }).selectOption('stick');
  await page.getByRole('textbox', { name: /Tape/ }).focus();
  await page.keyboard.type('42\n');
  await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('textbox', { name: /Tape/ })).toBeFocused();
  // another tool is another reading, not a correction of the first
  await page.getByRole('combobox', { name: 'Tool' }).selectOption('diameter tape');
  await page.getByRole('textbox', { name: /Tape/ }).focus();
  await page.keyboard.type('40\n');
  await figure(page, 'diameter').click();
  await expect(page.locator('#how')).toContainText('stick: 42.0 cm, +5.0 %');
  await page.goto('/kit');
  await expect(stick).toContainText('1 pair');
  await expect(stick).toContainText('5.0 % too much, from a single pair');
  // adopted it holds in every survey, and is not offered again
  await stick.getByRole('button', { name: 'Use it in every survey' }).click();
  await expect(stick).toContainText(/adopted \d{4}-\d\d-\d\d: ±4\.2 %, 1 pairs?/);
  await expect(stick.getByRole('button')).toHaveCount(0);
});

test('a protocol is copied, edited, kept in versions, and a survey put under it after a look', async ({ page, ownSurvey }) => {
  const name = await ownSurvey('Puerto Lenga');
  const survey = page.getByRole('link', { name: new RegExp(`${name}.*\\d+ trees`) });
  await page.goto('/');
  await survey.click();
  await page.getByRole('link', { name: 'Street and park' }).click();
  await expect(page.locator('[data-sentence="swelling"]')).toContainText('narrowest point below');
  await page.getByRole('button', { name: 'Copy and edit' }).click();
  const editor = page.locator('[data-editor]');
  const tape = () => editor.locator('[data-tape="tape:0"]').getAttribute('d');
  const before = await tape();
  await editor.locator('[data-option="swelling"]').getByRole('button', { name: 'just above', exact: true }).click();
  await expect(editor.locator('[data-option="swelling"]')).toContainText('measure just above');
  await expect.poll(tape).not.toBe(before);
  await editor.getByRole('textbox', { name: 'Name' }).fill('Muelle way');
  await editor.locator('[data-option="breastHeight"]').getByRole('textbox').fill('7');
  await editor.locator('[data-option="breastHeight"]').getByRole('textbox').blur();
  await expect(editor.getByText('from 0.5 to 2 m')).toBeVisible();
  await editor.locator('[data-option="breastHeight"]').getByRole('textbox').fill('1.4');
  await editor.locator('[data-option="breastHeight"]').getByRole('textbox').blur();
  await expect(editor.getByText('2 changed')).toBeVisible();
  await editor.getByRole('button', { name: 'Keep as a new protocol' }).click();
  await expect(page.getByRole('heading', { name: 'Muelle way' })).toBeVisible();
  // a second version of it
  await page.getByRole('button', { name: 'Edit or copy' }).click();
  await editor.locator('[data-option="breastHeight"]').getByRole('textbox').fill('1.3');
  await editor.locator('[data-option="breastHeight"]').getByRole('textbox').blur();
  await editor.getByRole('button', { name: 'Keep as version 2' }).click();
  await expect(page.getByText(/Version 2.*changes breast height/)).toBeVisible();
  // what it would make of the survey, and then it is so
  await page.getByRole('combobox', { name: 'Survey' }).selectOption(name);
  await expect(page.locator('[data-change]')).toContainText(/M 03.*28\.6 cm at 0\.96 m/);
  await expect(page.locator('[data-change]')).toContainText('this protocol puts it at 1.50 m');
  await page.getByRole('button', { name: `Put ${name} under Muelle way` }).click();
  await expect(page.getByRole('button', { name: `Muelle way version 2, ${name}` })).toBeVisible();
  await page.goto('/');
  await survey.click();
  await page.getByRole('link', { name: 'Muelle way' }).click();
  // and back: the readings never moved
  await page.getByRole('button', { name: /^Street and park/ }).click();
  await page.getByRole('combobox', { name: 'Survey' }).selectOption(name);
  await page.getByRole('button', { name: `Put ${name} under Street and park` }).click();
  await expect(page.getByRole('button', { name: new RegExp(`^Street and park.*${name}`) })).toBeVisible();
  await expect(page.getByText('all kept and sent').first()).toBeVisible();
});

test('an instrument says where its scale ends, and a sight past it is found wrong', async ({ page }) => {
  await page.goto('/kit');
  await page.getByText('+ another instrument').click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Clinometer 11');
  await page.getByRole('combobox', { name: 'Its scale' }).selectOption('percent');
  const end = page.getByRole('textbox', { name: /The scale ends at/ });
  await end.fill('-5');
  await expect(page.getByText('The figure at its upper end')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Add it to the book' })).toBeDisabled();
  await end.fill('100');
  await page.getByRole('button', { name: 'Add it to the book' }).click();
  const line = page.locator('[data-instrument="Clinometer 11"]');
  await expect(line).toContainText('scale up to +100 %');
  await line.getByRole('button', { name: 'in hand' }).click();
  await openMeasure(page);
  await page.keyboard.type('38\n16\n115\n-10\n');
  await expect(page.locator('[data-finding="past-scale-end"]')).toContainText('+115 % was read on a scale that ends at +100 %');
  await page.locator('[data-label="tip"]').click();
  await page.keyboard.type('95\n');
  await expect(page.locator('[data-finding="past-scale-end"]')).toHaveCount(0);
});
