import type { BrowserContext, Page } from '@playwright/test';
import { expect, test } from './own-survey';

const line = (page: Page) => page.getByRole('textbox', { name: /^Line of/ });
const says = (page: Page) => page.locator('[data-line-says]');
const band = (page: Page, name: RegExp) => page.locator('[data-band] > div').filter({ hasText: name }).locator('dd');
const kept = (page: Page) => page.locator('[data-lines] [data-line]');
const counted = async (page: Page) =>
  (await page.locator('[data-strokes]').evaluateAll((all) => all.map((s) => Number(s.getAttribute('data-strokes'))))).reduce(
    (a, b) => a + b,
    0,
  );
/** The strokes follow the line by a moment, as they may be drawn once it has been answered. */
const strokes = (page: Page) => expect.poll(() => counted(page), { timeout: 60_000 });
const sent = (page: Page) => expect(page.getByText('all kept and sent')).toBeAttached();

/** A new survey of circles of one size, with its first plot; gives its id. */
async function newSurvey(page: Page, name: string, circle = true): Promise<string> {
  await page.goto('/new-survey');
  // the book's own protocols come a moment after the presets, above all that follows
  await expect(page.getByText('Monte Umbrío inventory')).toBeVisible();
  await page.getByText('Forest inventory, metric', { exact: true }).click();
  const kind = page.getByRole('button', { name: circle ? 'fixed plots' : 'every tree', exact: true });
  await kind.click();
  await expect(kind).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
  await page.locator('#species').fill('beech, Pyrenean oak, Scots pine');
  await page.getByRole('button', { name: circle ? /^Begin, and make its first plot/ : /^Begin/ }).click();
  await page.waitForURL(/survey=/);
  return new URL(page.url()).searchParams.get('survey') ?? '';
}

/** The codes of the species that the survey's page names. */
async function openTally(page: Page, survey: string): Promise<void> {
  await page.goto(`/tally?survey=${survey}`);
  const begin = page.getByRole('button', { name: /^Begin plot 1/ });
  await expect(begin.or(page.locator('[data-tally]'))).toBeVisible();
  if (await begin.isVisible()) await begin.click();
  await expect(page.locator('[data-tally]')).toBeVisible();
}
const call = async (page: Page, text: string) => {
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
};

test('a plot of twelve trees by keyboard: strokes and totals grow, what is wrong waits, and the sums are hand sums', async ({
  page,
  request,
}) => {
  const survey = await newSurvey(page, `Hollow bank ${Date.now()}`);
  await openTally(page, survey);
  await line(page).focus();
  const began = Date.now();
  const trees = ['fs 31.4 17', '28', '40.2 @40 8.2', 'qp 22 12', '18 x3', 'ps 35 ~20', '36.5 -10% g2', '12 d', 'qp 26 c #40', '44', '19.5'];
  for (const t of trees) await call(page, t);
  // under a minute, by far
  expect(Date.now() - began).toBeLessThan(60_000);
  await expect(band(page, /Trees here/)).toHaveText('13');
  await expect(kept(page)).toHaveCount(11);
  await strokes(page).toBe(13);
  const d = [31.4, 28, 40.2, 22, 18, 18, 18, 35, 36.5, 12, 26, 44, 19.5];
  const area = d.reduce((sum, cm) => sum + (Math.PI * (cm / 100) ** 2) / 4, 0);

  // a line that can't be read stays, with what is wrong; laid aside, the next tree goes on
  await call(page, 'qp 31 x0');
  await expect(says(page)).toContainText('x1 to x999');
  await expect(line(page)).toHaveValue('qp 31 x0');
  await page.getByRole('button', { name: /lay the line aside/ }).click();
  await line(page).focus();
  await call(page, 'qp 31');
  await expect(band(page, /Trees here/)).toHaveText('14');
  await page.locator('[data-aside] button').click();
  await expect(line(page)).toHaveValue('qp 31 x0');
  await line(page).fill('');

  // a doubt is asked once
  await call(page, 'qp 20 #40');
  await expect(says(page)).toContainText('is there already');
  await expect(band(page, /Trees here/)).toHaveText('14');
  await line(page).fill('');

  // undo, by key where nothing is typed
  await page.keyboard.press('Control+z');
  await expect(band(page, /Trees here/)).toHaveText('13');

  // a line is typed again
  await expect(kept(page).first()).toContainText('19.5 cm');
  await kept(page).first().click();
  await page.getByRole('button', { name: 'Correct', exact: true }).click();
  await expect(line(page)).toHaveValue(/qp 19.5/i);
  await line(page).fill('qp 20.5');
  await line(page).press('Enter');
  await expect(kept(page).first()).toContainText('20.5 cm');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(kept(page).first()).toContainText('19.5 cm');

  // struck out with a reason, and brought back
  await page.getByRole('button', { name: /^Strike out tree/ }).click();
  await page.getByRole('button', { name: 'written twice' }).click();
  await page.getByRole('button', { name: 'Strike out', exact: true }).click();
  await expect(band(page, /Trees here/)).toHaveText('12');
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(band(page, /Trees here/)).toHaveText('13');

  // a stroke opens its trees
  await page.getByRole('button', { name: /^3 QP of class 16|^3 QP of class 20|^4 QP of class 20/i }).click();
  await expect(page.locator('[data-lines]')).toContainText('×3');

  // per hectare it is the hand sum over the circle that the survey says
  await sent(page);
  const pulled = await request.get(`/api/v1/sync?scope=${survey}&limit=1000`);
  const { records } = (await pulled.json()) as { records: { kind: string; body: { design?: { rule: { radius: number } } } }[] };
  const radius = records.find((r) => r.kind === 'survey')?.body.design?.rule.radius ?? 0;
  expect(radius).toBeGreaterThan(5);
  await expect(band(page, /m²\/ha/)).toHaveText(((area * 10_000) / (Math.PI * radius ** 2)).toFixed(1));
  await page.goto(`/trees?survey=${survey}`);
  await expect(page.getByText('×3').first()).toBeVisible();
});

test('what is measured takes the place of what was called; one of several alike is made its own', async ({ page }) => {
  const survey = await newSurvey(page, `Long acre ${Date.now()}`, false);
  await openTally(page, survey);
  await line(page).focus();
  await call(page, 'fs 31 17');
  await call(page, 'qp 25 x4');
  await expect(band(page, /Trees here/)).toHaveText('5');
  await expect(kept(page)).toHaveCount(2);
  await kept(page).first().click();
  await page.getByRole('button', { name: 'Make one of 4 its own' }).click();
  await expect(band(page, /Trees here/)).toHaveText('5');
  await expect(kept(page)).toHaveCount(3);
  await kept(page).filter({ hasText: '17.0 m' }).click();
  await page.getByRole('link', { name: 'Measure it' }).click();
  await expect(page.locator('[data-figure="height"]')).toContainText('17.0 m');
  await page.locator('#reading').fill('33');
  await page.locator('#reading').press('Enter');
  await expect(page.locator('[data-figure="dbh"], [data-figure="diameter"]').first()).toContainText('33.0 cm');
  await expect(page.locator('[data-figure="height"]')).toContainText('17.0 m');
  await page.goto(`/tally?survey=${survey}`);
  await expect(kept(page).filter({ hasText: 'measured 33.0 cm' })).toContainText('17.0 m');
});

test('a sheet pasted from a spreadsheet: the wrong rows are shown, the others wait for a word, an interruption loses none', async ({
  page,
}) => {
  const survey = await newSurvey(page, `Paper ridge ${Date.now()}`);
  await openTally(page, survey);
  await page.getByRole('combobox', { name: 'How trees are entered' }).selectOption('sheet');
  const rows = Array.from({ length: 300 }, (_, i) =>
    i % 25 === 7 ? `1\tnone\t${i}x` : `1\t${['fs', 'qp', 'ps'][i % 3]}\t${20 + (i % 15)}`,
  );
  const cell = page.getByRole('textbox', { name: 'plot, row 1', exact: true });
  await cell.focus();
  await cell.evaluate((el, text) => {
    const data = new DataTransfer();
    data.setData('text/plain', text);
    el.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  }, rows.join('\n'));
  await expect(page.locator('[data-sheet-says]')).toContainText('288 right, 12 wrong');
  await expect(page.locator('[data-sheet-row="wrong"]')).toHaveCount(12);
  // the page goes away before anybody said a word
  await page.waitForTimeout(800);
  await page.reload();
  await expect(page.locator('[data-sheet-says]')).toContainText('288 right, 12 wrong');
  await page.getByRole('button', { name: 'Keep 288 trees' }).click();
  await expect(page.locator('[data-sheet-says]')).toContainText('288 trees are kept');
  await expect(page.locator('[data-sheet-row]')).toHaveCount(12);
  await page.getByRole('combobox', { name: 'How trees are entered' }).selectOption('line');
  await expect(band(page, /Trees here/)).toHaveText('288');
  await sent(page);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 700 }, hasTouch: true, isMobile: true });

  const onPad = (page: Page, species: string, of: number) => page.getByRole('button', { name: new RegExp(`^${species}, class ${of}:`) });

  async function tapFifty(page: Page, by: readonly string[]): Promise<void> {
    for (let i = 0; i < 50; i++) await onPad(page, by[i % by.length] as string, 16 + 4 * (i % 3)).tap();
  }

  test('fifty by class without a network, then a second device on the same plot: nothing lost or doubled', async ({
    page,
    browser,
    baseURL,
  }) => {
    const survey = await newSurvey(page, `Two crews ${Date.now()}`);
    await openTally(page, survey);
    await sent(page);
    await page.getByRole('combobox', { name: 'How trees are entered' }).selectOption('classes');
    await expect(onPad(page, 'beech', 16)).toBeVisible();
    const other: BrowserContext = await browser.newContext({
      viewport: { width: 390, height: 700 },
      hasTouch: true,
      isMobile: true,
      baseURL,
    });
    const second = await other.newPage();
    await second.goto(`/tally?survey=${survey}`);
    await second.getByRole('combobox', { name: 'How trees are entered' }).selectOption('classes');
    // a device that has called nothing yet is told which species
    await second.getByRole('combobox', { name: 'Another species' }).selectOption('beech');
    await expect(onPad(second, 'beech', 16)).toBeVisible();

    await page.context().setOffline(true);
    await other.setOffline(true);
    await tapFifty(page, ['beech', 'Scots pine']);
    await expect(band(page, /Trees here/)).toHaveText('50');
    await strokes(page).toBe(50);
    for (let i = 0; i < 20; i++) await onPad(second, 'beech', 20).tap();
    await expect(band(second, /Trees here/)).toHaveText('20');

    // one is taken back by a finger that stays, one by undo
    const box = await onPad(page, 'beech', 16).boundingBox();
    if (!box) throw new Error('no cell');
    await page.mouse.move(box.x + 20, box.y + 20);
    await page.mouse.down();
    await page.waitForTimeout(800);
    await page.mouse.up();
    await expect(band(page, /Trees here/)).toHaveText('49');
    await page.getByRole('button', { name: 'undo' }).tap();
    await expect(band(page, /Trees here/)).toHaveText('48');

    await page.context().setOffline(false);
    await other.setOffline(false);
    await sent(page);
    await sent(second);
    for (const device of [page, second]) {
      await device.reload();
      await expect(band(device, /Trees here/)).toHaveText('68');
      await strokes(device).toBe(68);
    }
    await other.close();
  });

  test('undo of a line that another device corrected since is refused, and says so', async ({ page, browser, baseURL }) => {
    const survey = await newSurvey(page, `Far bank ${Date.now()}`);
    await openTally(page, survey);
    await line(page).fill('fs 30');
    await line(page).press('Enter');
    await sent(page);
    const other = await browser.newContext({ baseURL });
    const second = await other.newPage();
    await second.goto(`/tally?survey=${survey}`);
    await kept(second).first().click();
    await second.getByRole('button', { name: 'Correct', exact: true }).click();
    await expect(line(second)).toHaveValue(/30/);
    await line(second).fill('fs 33');
    await line(second).press('Enter');
    await sent(second);
    // the first device hears of it at its next exchange
    await page.evaluate(() => dispatchEvent(new Event('online')));
    await expect(kept(page).first()).toContainText('33.0 cm');
    await page.getByRole('button', { name: 'undo', exact: true }).tap();
    await expect(page.locator('[data-undo-refused]')).toContainText('changed since');
    await expect(band(page, /Trees here/)).toHaveText('1');
    await other.close();
  });

  test('the pad has a key for every mark', async ({ page }) => {
    const survey = await newSurvey(page, `Pad meadow ${Date.now()}`);
    await openTally(page, survey);
    const key = (name: string) => page.getByRole('button', { name, exact: true }).tap();
    await page.getByRole('button', { name: 'beech', exact: true }).tap();
    for (const k of ['3', '1', 'next part', '1', '7', 'azimuth and distance', '4', '0', 'next part', '8', 'marks']) await key(k);
    await key('dead standing');
    await key('marks');
    await key('codominant');
    await expect(line(page)).toHaveValue(/^FS 31 17 @40 8 d c$/i);
    await expect(says(page)).toContainText('dead standing, codominant');
    await page.getByRole('button', { name: /^Tree 1/ }).tap();
    await expect(band(page, /Trees here/)).toHaveText('1');
    await page.getByRole('combobox', { name: 'Which plot' }).isVisible();
    // everything fits: the pad, the line, and what is said of it
    const fits = await page.evaluate(
      () => document.documentElement.scrollWidth <= innerWidth && document.documentElement.scrollHeight <= innerHeight,
    );
    expect(fits).toBe(true);
  });
});
