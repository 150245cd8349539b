import { expect, type Page, test } from '@playwright/test';
import { expectLabelsApart, figure, openMeasure } from './pad';

const method = (page: Page) => page.getByRole('combobox', { name: 'method of measuring the height' }).first();

/** What is typed at a tree, step by step, and the height that follows. */
const METHODS: readonly (readonly [name: string, option: string, dbh: string, typed: string, height: string, formula: RegExp])[] = [
  ['two line-of-sight shots', 'line-shots', '41.3', '31.6 47.2\n22.4 -6.5\n', '25.7 m', /sin α tip/],
  ['a transponder on the bark', 'transponder', '40', '18.42 -3.1\n1.3\n52.3°\n', '26.4 m', /s · cos α/],
  ['a pole at the base', 'pole', '35', '4\n-8\n14\n96\n', '18.9 m', /pole · /],
  ['two stations, where the tree can not be reached', 'two-stations', '60', '92\n-4\n15\n58\n-3\n', '25.1 m', /baseline/],
  ['an upright stick with its reach typed beside it', 'stick', '40', '31\n60 72\n', '25.8 m', /stick · D/],
  ['a shadow and a staff', 'shadow', '44', '18.6\n1.5 1.92\n', '14.7 m', /staff/],
  ['one angle between base and tip', 'included-angle', '50', '30\n-7\n46\n', '29.1 m', /ω/],
  ['a set angle, on level ground', 'set-angle', '40', '18\n45\n', '19.6 m', /rise/],
  ['parts measured along the tree', 'direct', '40', '12.5+8.2\n', '20.7 m', /along the tree/],
];

for (const size of [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
]) {
  test.describe(`at ${size.width}×${size.height}`, () => {
    test.use({ viewport: size });
    for (const [name, option, dbh, typed, height, formula] of METHODS) {
      test(`a height by ${name}`, async ({ page }) => {
        await openMeasure(page);
        await page.keyboard.type(`${dbh}\n`);
        // a phone offers the other ways where the distance would be read
        const choice = size.width < 500 ? page.getByRole('combobox', { name: 'how the distance is found' }) : method(page);
        await choice.selectOption(option);
        expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(size.width);
        const before = await page.locator('[role="img"] [data-sight], [role="img"] [data-dimension]').count();
        for (const line of typed.split('\n').slice(0, -1)) {
          await page.locator('[aria-describedby="field-help"]').focus();
          const field = await page.locator('[data-pad]').boundingBox();
          expect((field?.x ?? 0) + (field?.width ?? 0)).toBeLessThanOrEqual(size.width);
          // what to do is never cut off
          const cut = await page.locator('#field-help').evaluate((help) => help.scrollHeight - help.clientHeight);
          expect(cut, line).toBeLessThanOrEqual(0);
          await page.keyboard.type(`${line}\n`);
          // along the tree there is little to say: the tape and the height
          await expectLabelsApart(page, 2);
        }
        await expect(figure(page, 'height')).toContainText(height);
        await expect(page.getByRole('heading', { name: /is kept/ })).toBeAttached();
        await figure(page, 'height').click();
        await expect(page.locator('#how')).toContainText(formula);
        await expect(page.locator('#how')).toContainText(/is made of|reference/);
        const drawn = page.locator('[role="img"] [data-sight], [role="img"] [data-dimension]');
        await expect.poll(() => drawn.count()).toBeGreaterThanOrEqual(Math.min(before, 1));
      });
    }
  });
}

test('a second determination is kept apart, and one that disagrees is named', async ({ page }) => {
  await openMeasure(page);
  await page.keyboard.type('40\n25\n80\n-8\n');
  await expect(figure(page, 'height')).toContainText('22.0 m');
  await page.getByRole('button', { name: 'measure it once more' }).click();
  await method(page).selectOption('line-shots');
  await page.keyboard.type('33.3 37.9\n25.1 -4.2\n');
  await expect(figure(page, 'height')).toContainText('of 2');
  await expect(page.getByRole('region', { name: 'How the height is measured' })).toContainText('Mean of 2');
  await page.getByRole('button', { name: 'measure it once more' }).click();
  await page.keyboard.type('50 45\n25.1 -4.2\n');
  await expect(figure(page, 'height')).toContainText('of 3');
  await expect(page.locator('[data-finding="determinations-disagree"]')).toContainText('the two shots at');
  await expect(page.getByRole('button', { name: /^two shots 37.2 m .*odd one/ })).toBeVisible();
  // back to the first one: its own readings and its own drawing
  await page.getByRole('button', { name: /^two sights 22.0 m/ }).click();
  await expect(page.locator('[data-label="tip"]')).toContainText('+80 %');
  await page.getByRole('button', { name: /^Tip \+80 %/ }).click();
  await page.keyboard.type('81\n');
  await expect(page.locator('[data-label="tip"]')).toContainText('+81 %');
  await page.reload();
  await expect(figure(page, 'height')).toContainText('of 3');
  // on a phone the steps make room for the sheet as soon as one is chosen
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('button', { name: 'steps' }).click();
  await page.getByRole('button', { name: /^two shots 37.2 m/ }).click();
  await expect(page.locator('[data-label="tip"]')).toContainText('50 m +45°');
});

test('a lean toward the eye is said and taken out; paces ask for a pace once', async ({ page }) => {
  await openMeasure(page);
  await page.keyboard.type('40\n24\n85\n-6.7\n');
  await page.getByRole('button', { name: '+ lean' }).click();
  await page.getByRole('button', { name: 'toward you' }).click();
  await page.locator('[aria-describedby="field-help"]').focus();
  await page.keyboard.type('8\n');
  await expect(figure(page, 'height')).toContainText('19.7 m');
  await expect(page.locator('[data-label="lean"]')).toContainText('leans 8° to you');
  await figure(page, 'height').click();
  await expect(page.locator('#how')).toContainText('along the leaning stem');
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: /^Distance/ }).click();
  await page.getByRole('combobox', { name: 'how the distance is found' }).selectOption('paces');
  await page.locator('[aria-describedby="field-help"]').focus();
  await page.keyboard.type('16\n');
  // the tape is more certain, and stays
  await expect(figure(page, 'height')).toContainText('19.7 m');
});

test('where there is no room to step back, another place is named, and how far is remembered', async ({ page }) => {
  await openMeasure(page);
  await page.keyboard.type('38\n9\n205\n-17\n');
  const advice = page.locator('[data-finding="close-station"]');
  await expect(advice).toContainText(/Step back to \d\d\.0 m/);
  await advice.getByRole('button', { name: 'no room' }).click();
  await page.keyboard.type('14\n');
  await expect(advice).toContainText('Step back to 14.0 m');
  await expect(advice).toContainText('Farther there is no room');
  await expect(advice.getByRole('button', { name: 'no room', exact: true })).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('button', { name: /^Room 14 m/ })).toBeVisible();
  await page.getByRole('button', { name: /^Distance/ }).click();
  await expect(page.getByText(/Step back about one tree length, at most 14.0 m, and tape/).first()).toBeVisible();
});

test('a caution is read once and stays away', async ({ page }) => {
  await openMeasure(page);
  await expect(page.locator('[data-caution="look-up"]')).toBeVisible();
  await page.getByRole('button', { name: 'read', exact: true }).click();
  await expect(page.locator('[data-caution="look-up"]')).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('textbox', { name: /^Tape/ })).toBeVisible();
  await expect(page.locator('[data-caution="look-up"]')).toHaveCount(0);
});

test('the tip is dragged to where it hangs, and where to aim is shown', async ({ page }) => {
  await openMeasure(page);
  await page.keyboard.type('40\n25\n80\n-8\n');
  await page.getByRole('button', { name: '+ lean' }).click();
  const tip = await page.locator('[data-handle="lean"]').boundingBox();
  if (!tip) throw new Error('nothing to hold');
  const [x, y] = [tip.x + tip.width / 2, tip.y + tip.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 45, y, { steps: 5 });
  await page.mouse.up();
  const field = page.locator('[aria-describedby="field-help"]');
  expect(Number(await field.inputValue())).toBeGreaterThan(2);
  await expect(page.getByRole('button', { name: 'toward you' })).toHaveAttribute('aria-pressed', 'true');
  await field.focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-label="lean"]')).toContainText('to you');
  await page.getByRole('button', { name: /^Merchantable top/ }).click();
  await expect(page.locator('[data-mark="merchantable"]')).toBeVisible();
  await expect(page.locator('[data-label="merchantable"]')).toContainText(/7.0 cm: \+\d+ %/);
});
