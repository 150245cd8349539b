import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from './own-survey';
import { openMeasure, openPage } from './pad';

const guided = async (page: Page) => {
  await page.goto('/measure?trunk');
  for (const t of ['On a slope', 'Leans', 'Swelling or wound', 'Forks', 'Vines']) await page.getByRole('button', { name: t }).click();
};
const plain = (address: string) => async (page: Page) => {
  await page.goto(address);
  await expect(page.getByText(/all kept|kept on this device/).first()).toBeAttached();
};

/** The plots of a demo survey. */
const ofDemo = async (page: Page, name: RegExp) => {
  await page.goto('/');
  const take = page.getByRole('button', { name: 'Take Monte Umbrío along' });
  await expect(take.or(page.getByRole('link', { name })).first()).toBeVisible();
  if (await take.isVisible()) await take.click();
  await page.getByRole('link', { name }).first().click();
  await page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Plots' }).click();
  await expect(page.locator('[data-plan] [data-area]').first()).toBeVisible();
};

const tally = async (page: Page, mode: 'line' | 'classes' | 'sheet' = 'line') => {
  await ofDemo(page, /Monte Umbrío.*plots/);
  await page.goto(page.url().replace('/plots', '/tally'));
  const how = page.locator('select[aria-label="How trees are entered"]:visible');
  await how.selectOption(mode);
  await expect(page.locator(mode === 'sheet' ? '[data-sheet]' : '[data-tally]')).toBeVisible();
};

/** How each view is reached in the state that shows most of it. */
const VIEWS: Readonly<Record<string, (page: Page) => Promise<void>>> = {
  'field book': plain('/'),
  'new survey': plain('/new-survey'),
  measure: plain('/measure'),
  measured: async (page) => {
    await openMeasure(page);
    await page.keyboard.type('140cm 20m +80 +8\n');
    await expect(page.locator('[data-finding]')).toBeVisible();
    await page.locator('[data-figure="height"]').click();
  },
  trees: async (page) => {
    await page.goto('/');
    await page
      .getByRole('link', { name: /Tansy Creek tract.*\d+ trees/ })
      .first()
      .click();
    await expect(page.getByRole('region', { name: 'List of trees' })).toBeVisible();
  },
  plots: (page) => ofDemo(page, /Monte Umbrío.*plots/),
  results: async (page) => {
    await ofDemo(page, /Monte Umbrío.*plots/);
    await page.goto(page.url().replace('/plots', '/results'));
    await expect(page.locator('[data-headline]')).toBeVisible();
    await page.getByText('The same as a table').click();
    await page.getByText('The curves as a table').click();
  },
  plot: async (page) => {
    await ofDemo(page, /Monte Umbrío.*plots/);
    await page.getByRole('link', { name: '7', exact: true }).click();
    await page.getByText('The plot itself').click();
    await page.locator('[data-plot-trees] button').first().click();
    await page.getByRole('textbox', { name: 'Diameter, cm' }).first().fill('35');
    await page.getByRole('textbox', { name: 'Distance, m', exact: true }).fill('12.6');
    await expect(page.locator('[data-verdict]')).toBeVisible();
    // under the header that stays nothing can be hit
    await page.evaluate(() => scrollTo(0, 0));
  },
  tally: async (page) => {
    await tally(page);
    await page.locator('#line').fill('ps 31.4 17 @40 8.2 x0');
    await page.locator('#line').press('Enter');
    await expect(page.locator('[data-line-wrong]')).toBeVisible();
    await page.locator('[data-line]').first().click();
  },
  'tally by class': (page) => tally(page, 'classes'),
  'tally from sheets': async (page) => {
    await tally(page, 'sheet');
    await page.locator('[data-cell="diameter"]').first().fill('31x');
    await expect(page.locator('[data-sheet-row="wrong"]')).toBeVisible();
  },
  'how it samples': async (page) => {
    await ofDemo(page, /Monte Umbrío.*plots/);
    await page.getByRole('button', { name: 'Change how it samples' }).click();
    await expect(page.locator('[data-samples-editor]')).toBeVisible();
  },
  visits: async (page) => {
    await openMeasure(page);
    await page.keyboard.type('40cm 20m +80 -8\n');
    await openPage(page, 'Visits');
    await page.getByRole('button', { name: /^Strike out Tip/ }).click();
    await expect(page.getByRole('button', { name: 'read wrong' })).toBeVisible();
  },
  sheet: async (page) => {
    await openMeasure(page);
    await page.keyboard.type('40cm 20m +80 -8\n');
    await openPage(page, 'One-tree sheet');
    await expect(page.getByRole('button', { name: 'Print' })).toBeVisible();
  },
  find: async (page) => {
    await page.goto('/kit');
    await expect(page.getByRole('button', { name: 'Add to the book' })).toBeVisible();
    await page.keyboard.press('Control+k');
    await page.keyboard.type('no such tree');
    await expect(page.getByText('Nothing has')).toBeVisible();
  },
  guide: guided,
  kit: async (page) => {
    await page.goto('/kit');
    await expect(page.getByRole('button', { name: 'Add to the book' })).toBeVisible();
  },
  protocols: plain('/protocols'),
  refused: async (page) => {
    await page.route('**/api/v1/sync', async (route) => {
      if (route.request().method() !== 'POST') return route.continue();
      const { records } = route.request().postDataJSON() as { records: { body: Record<string, unknown> }[] };
      for (const r of records) r.body.hat = 1;
      return route.continue({ postData: JSON.stringify({ records }) });
    });
    await page.goto('/kit');
    await page.getByRole('textbox', { name: /somebody else/ }).fill('Nobody Yet');
    await page.getByRole('button', { name: 'Add to the book' }).click();
    // the page that is left has asked the server
    await expect(page.getByRole('status').first()).toContainText('refused by the server');
    await page.goto('/refused');
    await expect(page.locator('[data-refused]')).toBeVisible();
  },
  editor: async (page) => {
    await page.goto('/protocols');
    await page.getByRole('button', { name: 'Copy and edit' }).click();
    await page.locator('[data-option="swelling"]').getByRole('button').last().click();
  },
  device: plain('/device'),
  bench: plain('/bench'),
  reach: plain('/reach'),
  beside: async (page) => {
    await openMeasure(page);
    await page.keyboard.type('40 25m 80 -8\n');
    await page.getByRole('button', { name: 'will it reach?' }).last().click();
    await page.getByRole('textbox', { name: /^To the object/ }).fill('24');
    await expect(page.locator('[data-verdict]')).toBeVisible();
  },
  shots: async (page) => {
    await openMeasure(page);
    await page.keyboard.type('40\n');
    const phone = (page.viewportSize()?.width ?? 0) < 500;
    const choice = page.getByRole('combobox', { name: phone ? 'how the distance is found' : 'method of measuring the height' });
    await choice.selectOption('line-shots');
    await page.locator('[aria-describedby="field-help"]').focus();
    await page.keyboard.type('31.6 47.2\n');
  },
};

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];
const OF_STYLE = ['color-contrast', 'link-in-text-block', 'target-size'];

for (const viewport of [
  { width: 1280, height: 800 },
  { width: 390, height: 700 },
]) {
  for (const [view, open] of Object.entries(VIEWS)) {
    test(`nothing found by axe in day, sun and night: ${view}, ${viewport.width}×${viewport.height}`, async ({ page }) => {
      await page.setViewportSize(viewport);
      await open(page);
      for (const display of ['day', 'sun', 'night']) {
        await page.evaluate((d) => {
          document.documentElement.dataset.display = d;
        }, display);
        const axe = new AxeBuilder({ page });
        // the displays are one page in other colours and lines: what a rule asks of its elements is asked once
        const { violations } = await (display === 'day' ? axe.withTags(TAGS) : axe.withRules(OF_STYLE)).analyze();
        expect(violations.map((v) => `${display}: ${v.id} ${v.nodes.map((n) => n.target).join(' | ')}`)).toEqual([]);
      }
    });
  }
}

test('zoomed to 200 % nothing is lost: no page is wider than the window, and the big key is reached', async ({ page }) => {
  // a window of 1280 × 800 shows as much then
  await page.setViewportSize({ width: 640, height: 400 });
  for (const view of [
    'field book',
    'trees',
    'plots',
    'results',
    'plot',
    'kit',
    'protocols',
    'new survey',
    'device',
    'bench',
    'reach',
    'measured',
  ] as const) {
    await VIEWS[view]?.(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth), view).toBeLessThanOrEqual(640);
  }
  const go = page.locator('[data-pad] .key-go:visible');
  await go.scrollIntoViewIfNeeded();
  await expect(go).toBeInViewport({ ratio: 1 });
  await expect(page.getByRole('img', { name: /Sight sheet/ })).toBeInViewport();
});

test('a display that was chosen is there before anything is painted', async ({ page }) => {
  await page.addInitScript(() => localStorage.setItem('arbolito.display', 'night'));
  await page.goto('/');
  expect(await page.evaluate(() => document.documentElement.dataset.display)).toBe('night');
});
