// npm run shots: one picture of each main view from the demo data, for the README.
import fs from 'node:fs';
import path from 'node:path';
import { CHROMIUM, checkNode, ensureBuild, ensureDebian, ensurePackages, findPostgres, ROOT } from './install.mjs';

checkNode();
ensureDebian('postgresql', () => findPostgres() !== null);
ensureDebian('chromium', () => fs.existsSync(CHROMIUM));
ensurePackages();
ensureBuild();
const { chromium } = await import('@playwright/test');
const { withServer } = await import('./with-server.mjs');
const DESK = { viewport: { width: 1280, height: 800 } };
let made = 0;
/** An id nobody has yet, one of those that a sample of one height in four takes (core/src/survey/height-sample.ts). */
function treeThatWantsHeight() {
  for (;;) {
    const id = `01a20000-0000-7000-8000-${String(++made).padStart(12, '0')}`;
    const hash = [...id].reduce((h, c) => Math.imul(h ^ c.charCodeAt(0), 0x01000193), 0x811c9dc5);
    if ((hash >>> 0) % 4 === 0) return id;
  }
}
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

await withServer(async (address) => {
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--disable-gpu', '--disable-background-networking', ...(process.getuid() === 0 ? ['--no-sandbox'] : [])],
  });
  async function shot(name, device, display, go) {
    const context = await browser.newContext({ ...device, locale: 'en-GB', baseURL: address });
    await context.addInitScript((d) => {
      localStorage.setItem('arbolito.display', d);
      if (!localStorage.getItem('arbolito.preferences')) localStorage.setItem('arbolito.preferences', JSON.stringify({ asked: true }));
    }, display);
    const page = await context.newPage();
    await page.goto('/');
    await page.getByRole('link', { name: /Tansy Creek tract.*\d+ trees, / }).waitFor();
    await go(page);
    await page.waitForTimeout(700);
    await page.screenshot({ path: path.join(ROOT, 'docs/screenshots', `${name}.png`) });
    await context.close();
  }
  const measure = async (page, survey, keys) => {
    const link = await page.getByRole('link', { name: `Measure in ${survey}` }).getAttribute('href');
    await page.goto(`${link}&tree=${treeThatWantsHeight()}`);
    await page.getByRole('textbox', { name: /Tape/ }).waitFor();
    await page.getByRole('combobox', { name: 'Species' }).selectOption(survey === 'Monte Umbrío' ? 'Scots pine' : 'shortleaf pine');
    await page.getByRole('textbox', { name: /Tape/ }).focus();
    await page.keyboard.type(keys);
  };
  // all of a survey has come and is worked out
  const whole = async (page) => {
    await page.waitForTimeout(1000);
    await page.waitForFunction(() => !/records are here|Working out|being worked out/.test(document.body.innerText));
    await page.waitForTimeout(1500);
  };
  const takeAlong = async (page, ...surveys) => {
    for (const survey of surveys) await page.getByRole('button', { name: `Take ${survey} along` }).click();
    await page.getByText(`Carried on this device: ${surveys.length}`).waitFor();
    await whole(page);
  };
  await shot('find', DESK, 'day', async (page) => {
    await takeAlong(page, 'Tansy Creek tract', 'Monte Umbrío');
    await page.waitForTimeout(2500);
    await page.keyboard.press('Control+k');
    await page.keyboard.type('3·0 pine');
    await page.getByRole('dialog').getByRole('option').first().waitFor();
  });
  await shot('trees', DESK, 'day', async (page) => {
    await page.getByRole('link', { name: /Monte Umbrío.*trees/ }).click();
    await page.getByRole('region', { name: 'List of trees' }).waitFor();
    await whole(page);
  });
  await shot('device', DESK, 'day', async (page) => {
    await takeAlong(page, 'Tansy Creek tract', 'Monte Umbrío');
    await page.goto('/device');
    await page.getByText('they open without a network').waitFor();
  });
  await shot('new-survey', DESK, 'day', (page) => page.getByRole('link', { name: 'New survey' }).click());
  await shot('measure', DESK, 'day', async (page) => {
    await measure(page, 'Monte Umbrío', '41.3\n24.8\n+75\n-20.5\n');
    await page.getByRole('button', { name: '+ crown base' }).click();
    await page.keyboard.type('+31');
  });
  await shot('measure-us-night', DESK, 'night', (page) => measure(page, 'Tansy Creek tract', '17.4\n80\n+86\n-7\n2.5\n'));
  await shot('measure-phone', PHONE, 'day', (page) => measure(page, 'Monte Umbrío', '38\n22\n+84\n8\n'));
  await shot('tape-guide', DESK, 'day', async (page) => {
    await page.getByRole('link', { name: /Puerto Lenga.*trees/ }).click();
    await page.getByRole('link', { name: 'M 05' }).click();
    await page.getByRole('button', { name: /^Trunk/ }).click();
  });
  await shot('protocol', DESK, 'day', async (page) => {
    await page.goto('/protocols');
    await page.getByRole('button', { name: /^Permanent monitoring/ }).click();
    await page.getByRole('button', { name: 'Copy and edit' }).click();
    await page.locator('[data-option="swelling"]').getByRole('button', { name: 'narrowest below' }).click();
    await page.evaluate(() => scrollTo(0, 0));
  });
  await shot('kit', DESK, 'day', async (page) => {
    await takeAlong(page, 'Tansy Creek tract', 'Monte Umbrío', 'Puerto Lenga');
    await page.goto('/kit');
    await page.getByRole('combobox', { name: 'Whose kit' }).selectOption('I. Rautén');
  });
  const plot = async (page, name) => {
    await takeAlong(page, 'Monte Umbrío');
    await page
      .getByRole('link', { name: /Monte Umbrío.*plots/ })
      .first()
      .click();
    await page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Plots' }).click();
    await page.locator('[data-plan] [data-area]').first().waitFor();
    await whole(page);
    if (!name) return;
    await page.getByRole('link', { name, exact: true }).click();
    await page.getByRole('combobox', { name: 'Species' }).selectOption('beech');
    await page.getByRole('combobox', { name: 'Distance by' }).selectOption('laser');
    await page.getByRole('combobox', { name: 'How it lies' }).selectOption('ground');
    for (const [field, text] of [
      ['diameter', '31.4'],
      ['distance', '12.6'],
      ['bearing', '72'],
    ])
      await page.locator(`[name=${field}]`).fill(text);
  };
  await shot('plots', DESK, 'day', (page) => plot(page, null));
  await shot('plot', DESK, 'day', (page) => plot(page, '12'));
  const tally = async (page) => {
    await takeAlong(page, 'Monte Umbrío');
    const trees = await page
      .getByRole('link', { name: /Monte Umbrío.*plots/ })
      .first()
      .getAttribute('href');
    await page.goto(trees.replace('/trees', '/tally'));
    await page.locator('select[aria-label="Which plot"]:visible').selectOption({ label: 'plot 36, found' });
    await page.locator('[data-tally="36"] [data-strokes]').first().waitFor();
    await page.locator('#line').fill('ps 31.4 17 @250 ~12.5');
    await whole(page);
  };
  await shot('results', { viewport: { width: 1280, height: 1250 } }, 'day', async (page) => {
    await takeAlong(page, 'Monte Umbrío');
    const survey = await page
      .getByRole('link', { name: /Monte Umbrío.*plots/ })
      .first()
      .getAttribute('href');
    await page.goto(survey.replace('/trees', '/results'));
    await page.locator('[data-headline]').waitFor();
    await whole(page);
  });
  await shot('tally', DESK, 'day', tally);
  await shot('tally-phone', PHONE, 'day', tally);
  await shot('bench', { viewport: { width: 1280, height: 1250 } }, 'day', async (page) => {
    await page.goto('/bench');
    await page.getByRole('button', { name: 'leans to you' }).click();
    await page.getByRole('button', { name: 'lean is said' }).click();
    await page.getByRole('row', { name: /two sights/ }).waitFor();
    await page.waitForTimeout(1500);
  });
  await shot('reach', DESK, 'day', async (page) => {
    await page.goto('/measure');
    await page.getByRole('textbox', { name: /Tape/ }).waitFor();
    await page.keyboard.type('41 25m 80 -8\n');
    await page.getByRole('button', { name: 'will it reach?' }).first().click();
    for (const [name, text] of [
      [/^To the object/, '21'],
      [/^Slope/, '-5'],
      [/^Height of the object/, '6'],
    ]) {
      await page.getByRole('textbox', { name }).fill(text);
    }
  });
  await shot('field-book', DESK, 'day', async (page) => {
    await takeAlong(page, 'Tansy Creek tract', 'Monte Umbrío');
    await measure(page, 'Monte Umbrío', '41.3\n24.8\n');
    await page.waitForTimeout(500);
    await page.goto('/');
    await page.getByText('Where you stopped').waitFor();
    await page.getByText('Carried on this device: 2').waitFor();
  });
  /** Two people change the slope of one plot at once. */
  const twoSlopes = (page) =>
    page.evaluate(async () => {
      const ask = async (path) => (await fetch(path)).json();
      const { surveys } = await ask('/api/v1/surveys?limit=100');
      const survey = surveys.find((s) => s.name === 'Monte Umbrío').id;
      const { records } = await ask(`/api/v1/sync?scope=${survey}&limit=1000`);
      const people = (await ask('/api/v1/sync?scope=shared&limit=1000')).records.filter((r) => r.kind === 'person');
      const { seq: _, scope: __, ...plot } = records.filter((r) => r.kind === 'plot' && r.body.name === '7').at(-1);
      const versions = [14, 18].map((slope, i) => ({
        ...plot,
        id: `01a20000-0000-7000-8000-00000000f00${i}`,
        supersedes: plot.id,
        person: people[i].id,
        at: `2026-05-20T1${i}:30:00.000Z`,
        body: { ...plot.body, slope },
      }));
      const headers = { 'content-type': 'application/json' };
      await fetch('/api/v1/sync', { method: 'POST', headers, body: JSON.stringify({ records: versions }) });
    });
  // the last one: what it leaves with the server is seen by nobody else
  await shot('refused', DESK, 'day', async (page) => {
    await twoSlopes(page);
    // as a faulty device would have made them
    await page.route('**/api/v1/sync', async (route) => {
      if (route.request().method() !== 'POST') return route.continue();
      const { records } = route.request().postDataJSON();
      for (const r of records) if (r.kind === 'person') r.body.eyeHeight = 16.2;
      for (const r of records) if (r.kind === 'reading' && r.body.read.kind === 'distance') r.body.read.value = -22;
      return route.continue({ postData: JSON.stringify({ records }) });
    });
    await measure(page, 'Monte Umbrío', '38\n22\n');
    await page.waitForTimeout(500);
    await page.goto('/kit');
    await page.getByRole('textbox', { name: /somebody else/ }).fill('N. Brezo');
    await page.getByRole('button', { name: 'Add to the book' }).click();
    await page.getByRole('link', { name: /refused by the server/ }).click();
    await page.getByRole('heading', { name: 'Refused by the server' }).waitFor();
    await page.getByText('different values for slope').waitFor();
  });
  await browser.close();
});
