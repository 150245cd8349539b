import { expect, test } from '@playwright/test';
import { expectLabelsApart, figure, openMeasure, Thumb } from './pad';

for (const height of [700, 844]) {
  test.describe(`on a phone of 390×${height}`, () => {
    test.use({ viewport: { width: 390, height }, hasTouch: true, isMobile: true });

    test('a first height in at most 14 taps, everything in view', async ({ page }) => {
      await page.goto('/');
      const thumb = new Thumb(page);
      thumb.taps++;
      await page.getByRole('link', { name: 'Measure one tree' }).tap();
      await thumb.go();
      await thumb.press('20');
      await thumb.go();
      await thumb.press('80');
      await thumb.go();
      await thumb.press('▼15');
      await expect(figure(page, 'height')).toContainText('19.0 m');
      expect(thumb.taps + 1).toBeLessThanOrEqual(14);
      for (const part of [page.locator('[data-pad]'), figure(page, 'height'), page.locator('svg[data-scale]')]) {
        const box = await part.boundingBox();
        expect(box && box.y >= 0 && box.y + box.height <= height, 'in view').toBe(true);
      }
      const drawing = await page.locator('svg[data-scale]').boundingBox();
      expect(drawing?.height).toBeGreaterThan(150);
      await expectLabelsApart(page);
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
      await thumb.go();
      await expect(page.getByRole('heading', { name: /is kept/ })).toBeVisible();
    });

    test('the drawing is the form: a tap on a line goes to its reading', async ({ page }) => {
      await openMeasure(page);
      const thumb = new Thumb(page);
      for (const value of ['412', '25', '▲70', '▼7']) {
        await thumb.press(value);
        await thumb.go();
      }
      // 412 cm for 41.2: tap the label on the drawing, type again
      await expect(page.locator('[data-finding="decimal-slip"]')).toBeVisible();
      for (const [target, title] of [
        ['tip', /Tip/],
        ['base', /Base/],
        ['distance', /Distance/],
        ['eye-height', /Eye height/],
        ['dbh', /Tape/],
      ] as const) {
        await page.locator(`[data-label="${target}"]`).tap();
        await expect(page.getByRole('textbox', { name: title })).toBeVisible();
      }
      await thumb.press('41.2');
      await thumb.go();
      await expect(figure(page, 'height')).toContainText('19.3 m');
      await expect(page.locator('[data-finding]:not([data-finding="second-reading"])')).toHaveCount(0);
      await expectLabelsApart(page);
      await thumb.tap('undo the last kept reading');
      await expect(page.getByRole('textbox', { name: /Tape/ })).toHaveValue('41.2');
    });

    test('slope, bark, mark, a second shot and logs, by thumb', async ({ page }) => {
      await openMeasure(page);
      const thumb = new Thumb(page);
      await thumb.press('40');
      await thumb.go();
      await thumb.tap('along the slope');
      await thumb.tap('to the bark');
      // choosing “along the slope” asks for the slope once the distance is there
      await page.getByRole('button', { name: 'back to tape' }).tap();
      await thumb.go();
      await thumb.press('25');
      await thumb.go();
      await expect(page.getByRole('textbox', { name: /Slope/ })).toBeVisible();
      await thumb.tap('degrees');
      await thumb.press('▼14');
      await thumb.go();
      await thumb.press('▲35');
      await thumb.go();
      await thumb.press('▼17');
      await thumb.go();
      // (25·cos 14° + 0.2)·(tan 35° + tan 17°)
      await expect(figure(page, 'height')).toContainText('24.6 m');
      await page.locator('[data-label="tip"]').tap();
      await thumb.tap('read once more');
      await thumb.press('▲36');
      await thumb.go();
      await expect(page.locator('[data-label="tip"]')).toContainText('+35.5° ×2');
      await expectLabelsApart(page);
    });
  });
}
