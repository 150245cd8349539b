import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { openMeasure } from './pad';

const VIEWS = [
  '/',
  '/new-survey',
  '/measure',
  'measured',
  'tally',
  'guide',
  '/kit',
  '/protocols',
  'editor',
  '/bench',
  '/reach',
  'beside',
  'shots',
];

async function open(page: Page, view: string) {
  if (view === 'tally') {
    await page.goto('/');
    await page.getByRole('link', { name: /Tansy Creek tract.*26 trees/ }).click();
    await expect(page.getByRole('heading', { name: 'Trees' })).toBeVisible();
  } else if (view === 'guide') {
    await page.goto('/measure?trunk');
    for (const t of ['On a slope', 'Leans', 'Swelling or wound', 'Forks', 'Vines']) await page.getByRole('button', { name: t }).click();
  } else if (view === 'editor') {
    await page.goto('/protocols');
    await page.getByRole('button', { name: 'Copy and edit' }).click();
    await page.locator('[data-option="swelling"]').getByRole('button').last().click();
  } else if (view === 'measured') {
    await openMeasure(page);
    await page.keyboard.type('140cm 20m +80 +8\n');
    await expect(page.locator('[data-finding]')).toBeVisible();
    await page.locator('[data-figure="height"]').click();
  } else if (view === 'beside') {
    await page.evaluate(() => localStorage.removeItem('arbolito.place'));
    await openMeasure(page);
    await page.keyboard.type('40 25m 80 -8\n');
    await page.getByRole('button', { name: 'will it reach?' }).last().click();
    await page.getByRole('textbox', { name: /^To the object/ }).fill('24');
    await expect(page.locator('[data-verdict]')).toBeVisible();
  } else if (view === 'shots') {
    await page.evaluate(() => localStorage.removeItem('arbolito.place'));
    await openMeasure(page);
    await page.keyboard.type('40\n');
    const phone = (page.viewportSize()?.width ?? 0) < 500;
    const choice = page.getByRole('combobox', { name: phone ? 'how the distance is found' : 'method of measuring the height' });
    await choice.selectOption('line-shots');
    await page.locator('[aria-describedby="field-help"]').focus();
    await page.keyboard.type('31.6 47.2\n');
  } else {
    await page.goto(view);
    await expect(page.getByText(/all kept|kept on this device/).first()).toBeAttached();
  }
}

// every view is looked at in one go: that takes longer than a click or two
test.describe.configure({ timeout: 120_000 });

for (const viewport of [
  { width: 1280, height: 800 },
  { width: 390, height: 700 },
]) {
  for (const display of ['day', 'sun', 'night']) {
    test(`nothing found by axe: ${display}, ${viewport.width}×${viewport.height}`, async ({ page }) => {
      await page.setViewportSize(viewport);
      await page.addInitScript((d) => localStorage.setItem('arbolito.display', d), display);
      for (const view of VIEWS) {
        await open(page, view);
        const { violations } = await new AxeBuilder({ page })
          .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
          .analyze();
        expect(violations.map((v) => `${view}: ${v.id} ${v.nodes.map((n) => n.target).join(' | ')}`)).toEqual([]);
      }
    });
  }
}
