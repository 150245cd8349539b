import { expect, type Page, test } from '@playwright/test';
import { figure, openMeasure } from './pad';

const switches = async (page: Page, ...names: readonly string[]) => {
  await page.goto('/device');
  for (const name of names) await page.getByRole('checkbox', { name }).check();
};

test('under the left thumb signs and actions change sides, and digits stay', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 700 });
  const x = async (name: string) =>
    (await page.locator('[data-pad]').getByRole('button', { name, exact: true }).boundingBox())?.x ?? Number.NaN;
  const columns = async () => [await x('7'), await x('8'), await x('9'), await x('erase')];
  await openMeasure(page);
  const [seven = 0, eight = 0, nine = 0, erase = 0] = await columns();
  expect(seven < eight && eight < nine && nine < erase).toBe(true);
  await switches(page, 'Left hand');
  await openMeasure(page);
  const [leftSeven = 0, leftEight = 0, leftNine = 0, leftErase = 0] = await columns();
  expect(leftErase < leftSeven && leftSeven < leftEight && leftEight < leftNine).toBe(true);
  const go = await page.locator('[data-pad] .key-go').boundingBox();
  expect(go?.x).toBeLessThan(leftSeven);
  // and it still types
  for (const key of ['4', '1', '.', '3']) await page.locator('[data-pad]').getByRole('button', { name: key, exact: true }).click();
  await page.locator('[data-pad] .key-go').click();
  await expect(page.getByRole('textbox', { name: /Distance/ })).toBeFocused();
});

test('two people: what was kept is read back large, what is read once more hides the first reading', async ({ page }) => {
  await switches(page, 'Two people');
  await openMeasure(page);
  await page.keyboard.type('41.3\n25\n70\n');
  await expect(page.locator('[data-read-back]')).toContainText('Tip+70 %');
  await page.keyboard.type('-7\n');
  await page.getByRole('list', { name: 'Steps' }).getByRole('button', { name: /^Tip/ }).click();
  await page.getByRole('button', { name: 'read once more' }).click();
  await expect(page.locator('[data-blind]')).toBeVisible();
  await expect(page.getByText('+70 %')).toHaveCount(0);
  await expect(figure(page, 'height')).toHaveCount(0);
  await page.keyboard.type('71\n');
  await expect(page.locator('[data-blind]')).toHaveCount(0);
  await expect(page.getByText('×2').first()).toBeVisible();
});

test('a tone for what is kept, another for what wants a second look; the screen is kept on', async ({ page }) => {
  await page.addInitScript(() => {
    const heard: number[] = [];
    Object.assign(globalThis, { heard, held: 0 });
    const Real = OscillatorNode;
    Object.assign(globalThis, {
      OscillatorNode: class extends Real {
        constructor(context: BaseAudioContext, options: OscillatorOptions) {
          super(context, options);
          heard.push(options.frequency ?? 0);
        }
      },
    });
    Object.defineProperty(navigator, 'wakeLock', {
      value: { request: async () => ({ release: async () => {}, held: (globalThis as unknown as { held: number }).held++ }) },
    });
  });
  const heard = () => page.evaluate(() => (globalThis as unknown as { heard: number[] }).heard);
  await switches(page, 'Sound', 'Screen stays on');
  await openMeasure(page);
  await expect.poll(() => page.evaluate(() => (globalThis as unknown as { held: number }).held)).toBeGreaterThan(0);
  expect(await heard()).toEqual([]);
  await page.keyboard.type('41.3\n');
  await expect.poll(heard).toEqual([1320]);
  await page.keyboard.type('x\n');
  await expect.poll(heard).toEqual([1320, 440, 330]);
});

test('the keys are listed under ?, which is typed wherever something is typed', async ({ page }) => {
  await openMeasure(page);
  await page.keyboard.press('?');
  const keys = page.getByRole('dialog', { name: 'Keys' });
  await expect(keys).toContainText('takes the last reading back');
  await page.keyboard.press('Escape');
  await expect(keys).toHaveCount(0);
  await expect(page.getByRole('textbox', { name: /Tape/ })).toHaveValue('');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('tag of a tree, survey, page').fill('?');
  await expect(keys).toHaveCount(0);
});

test('a device that is nearly full, and a clock that is off, are said before anything is lost by them', async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(navigator.storage, 'estimate', { value: async () => ({ quota: 60_000_000, usage: 52_000_000 }) });
  });
  await page.goto('/kit');
  await page.getByRole('link', { name: 'this device is nearly full: 8.0 MB left' }).click();
  await expect(page.getByText('52.0 MB used, 8.0 MB left: free some before you go on')).toBeVisible();

  const early = await page.context().newPage();
  await early.clock.install({ time: Date.now() + 3 * 3600_000 });
  await early.goto('/kit');
  await early.getByRole('link', { name: 'this device’s clock is off' }).click();
  await expect(early.getByText('3.0 hours ahead of the server’s: put it right')).toBeVisible();
});
