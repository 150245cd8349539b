import { expect, type Page } from '@playwright/test';
import { v7 } from 'uuid';

/** Taps keys of the pad by what stands on them and counts every tap. */
export class Thumb {
  taps = 0;
  constructor(readonly page: Page) {}

  async tap(name: string | RegExp) {
    this.taps++;
    await this.page.getByRole('button', { name }).first().tap();
  }
  /** Digits and signs one by one; `go` is the big key. */
  async press(keys: string) {
    for (const key of keys) {
      this.taps++;
      const names: Record<string, string | RegExp> = { '▼': 'below the eye', '▲': 'above the eye', '−': 'minus' };
      await this.page
        .locator('[data-pad]')
        .getByRole('button', { name: names[key] ?? key, exact: true })
        .tap();
    }
  }
  async go() {
    this.taps++;
    await this.page.locator('[data-pad] .key-go').tap();
  }
}

/** Gives the first single tree a tag that no other test gives: all measure theirs in one survey, at one time. */
export async function ownTag(page: Page) {
  await page.addInitScript(([key, place]) => localStorage.getItem(key) ?? localStorage.setItem(key, place), [
    'arbolito.place',
    JSON.stringify({ survey: null, tree: v7(), tag: `T${v7().slice(-6)}` }),
  ] as const);
}

/** Opens a tree to measure and waits until the field takes keys. */
export async function openMeasure(page: Page, address = '/measure') {
  if (address === '/measure') await ownTag(page);
  await page.goto(address);
  await expect(page.getByRole('textbox', { name: /Tape/ })).toBeFocused();
}

/** A figure of the running result. */
export const figure = (page: Page, id: string) => page.locator(`[data-figure="${id}"]`);

/** A pixel coordinate of an end of a sight line, read from the drawing. */
export async function tipOf(page: Page, target: string): Promise<{ x: number; y: number }> {
  const points = (await page.locator(`[data-sight="${target}"] polyline`).first().getAttribute('points')) ?? '';
  const [, , x, y] = points.split(' ').map(Number);
  return { x: x ?? Number.NaN, y: y ?? Number.NaN };
}

/** No label of the drawing lies over another or leaves it, measured as the browser painted them, once they stand. */
export async function expectLabelsApart(page: Page, least = 4) {
  await expect(async () => {
    const boxes = await page.locator('text[data-label]').evaluateAll((all) =>
      all.map((t) => {
        const { x, y, width, height } = t.getBoundingClientRect();
        return { text: t.textContent, x, y, width, height };
      }),
    );
    const frame = await page.locator('svg[data-scale]').boundingBox();
    expect(boxes.length).toBeGreaterThanOrEqual(least);
    for (const [i, a] of boxes.entries()) {
      expect(
        frame &&
          a.x >= frame.x - 1 &&
          a.y >= frame.y - 1 &&
          a.x + a.width <= frame.x + frame.width + 1 &&
          a.y + a.height <= frame.y + frame.height + 1,
        `${a.text} in the drawing`,
      ).toBe(true);
      for (const b of boxes.slice(i + 1)) {
        const over = a.x < b.x + b.width - 1 && b.x < a.x + a.width - 1 && a.y < b.y + b.height - 1 && b.y < a.y + a.height - 1;
        expect(over, `${a.text} over ${b.text}`).toBe(false);
      }
    }
  }).toPass({ timeout: 10_000 });
}

/** Opens another page of the tree in hand. */
export async function openPage(page: Page, name: 'Visits' | 'One-tree sheet' | 'Sights') {
  const tab = page.getByRole('navigation', { name: 'Pages of the tree' }).getByRole('button', { name });
  if (!(await tab.isVisible())) await page.getByRole('button', { name: 'steps' }).click();
  await tab.click();
}
