import type { Page } from '@playwright/test';
import { expect, test } from './own-survey';
import { figure, openPage } from './pad';

const field = (page: Page, name = /^Tape/) => page.getByRole('textbox', { name });
async function measureIn(page: Page, name: string) {
  await page.goto('/');
  await page.getByRole('link', { name: `Measure in ${name}` }).click();
  await expect(field(page)).toBeFocused();
}
const find = (page: Page) => page.getByRole('dialog', { name: 'Find' });

test('any tree, survey or page is found from anywhere by keyboard', async ({ page, ownSurvey }) => {
  const name = await ownSurvey('Monte Umbrío');
  const mark = name.slice(-6);
  await measureIn(page, name);
  await page.goto('/kit');
  await expect(page.getByText('all kept and sent').first()).toBeAttached();
  await page.keyboard.press('Control+k');
  await expect(find(page)).toBeVisible();
  await page.keyboard.type(`3·02 ${mark}`);
  await expect(find(page).getByRole('option').first()).toContainText('3·02');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /Tree 3·02/ }).first()).toBeVisible();
  // in the same document another tree is opened without loading a page, and plain keys go to what is open
  await page.keyboard.press('Control+k');
  await expect(find(page)).toBeVisible();
  await page.keyboard.type(`2·05 ${mark}`);
  await expect(find(page).getByRole('option').first()).toContainText('2·05');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /Tree 2·05/ }).first()).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('no such thing');
  await expect(find(page)).toContainText('Nothing has “no such thing”');
  await page.keyboard.press('Escape');
  await expect(find(page)).toHaveCount(0);
  await page.keyboard.press('Control+k');
  await page.keyboard.type('protocols');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/protocols/);
  // the survey in hand stays in the index of the book's pages
  await page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Trees' }).click();
  await expect(page.getByRole('heading', { name })).toBeVisible();
});

test('a tag that another tree has is asked about at once; the next free one is proposed', async ({ page, ownSurvey }) => {
  const name = await ownSurvey('Tansy Creek tract');
  await measureIn(page, name);
  await page.keyboard.type('16.2\n');
  await page.getByRole('button', { name: /^Rename tree/ }).click();
  const tag = page.getByRole('textbox', { name: 'Tag of the tree' });
  const before = await tag.inputValue();
  // what is only spaces is no name
  await tag.fill('   ');
  await tag.press('Enter');
  await expect(page.getByRole('heading', { name: `Tree ${before}` }).first()).toBeVisible();
  await page.getByRole('button', { name: /^Rename tree/ }).click();
  const other = `${before.replace(/\d+$/, '')}${String(Number(/\d+$/.exec(before)?.[0]) - 1).padStart(/\d+$/.exec(before)?.[0].length ?? 1, '0')}`;
  await tag.fill(other);
  await tag.press('Enter');
  const asked = page.locator('[data-finding="tag-taken"]');
  await expect(asked).toContainText(`has the tag ${other}`);
  await asked.getByRole('button', { name: /^make this one/ }).click();
  await expect(asked).toHaveCount(0);
  await expect(page.getByRole('heading', { name: `Tree ${before}` }).first()).toBeVisible();
});

test('a reading, a stem, a visit and a tree are struck out with a reason, and brought back', async ({ page, ownSurvey }) => {
  const name = await ownSurvey('Monte Umbrío');
  await measureIn(page, name);
  await page.keyboard.type('41.3\n25\n+70\n-7\n');
  await expect(figure(page, 'height')).toContainText('19.3 m');
  const strike = async (what: RegExp, why: string) => {
    await openPage(page, 'Visits');
    await page.getByRole('button', { name: what }).first().click();
    await page.getByRole('button', { name: why }).click();
    await page.getByRole('button', { name: 'Strike out', exact: true }).click();
  };
  await strike(/^Strike out Tip/, 'read wrong');
  const struck = page.getByRole('region', { name: 'Struck out' });
  await expect(struck).toContainText('Tip +70 %');
  await expect(struck).toContainText('read wrong');
  await openPage(page, 'Sights');
  await expect(figure(page, 'height')).toContainText('–');
  await openPage(page, 'Visits');
  await struck.getByRole('button', { name: /^Bring back/ }).click();
  await openPage(page, 'Sights');
  await expect(figure(page, 'height')).toContainText('19.3 m');
  // the whole visit
  await strike(/^Strike out the visit/, 'written twice');
  await expect(page.getByText('No reading of it counts.')).toBeVisible();
  await struck.getByRole('button', { name: /^Bring back the visit/ }).click();
  await openPage(page, 'Sights');
  await expect(figure(page, 'height')).toContainText('19.3 m');
  // a second stem
  await page.getByRole('navigation', { name: 'Pages of the tree' }).getByRole('button', { name: 'Where the tape goes' }).click();
  await page.getByRole('button', { name: 'Several stems' }).click();
  await page.locator('[data-go]').click();
  await page.getByRole('button', { name: 'stem 2, not read yet' }).first().click();
  await page.keyboard.type('20\n');
  await strike(/^Strike out stem 2/, 'another tree');
  await expect(struck).toContainText('stem 2');
  await struck.getByRole('button', { name: /^Bring back/ }).click();
  await expect(page.getByText('Stem 2, with its readings')).toBeVisible();
  // the tree itself
  await strike(/^Strike out tree/, 'only a trial');
  await expect(page.getByRole('heading', { name: 'This tree was struck out' })).toBeVisible();
  const address = page.url();
  await page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Trees' }).click();
  await page.getByRole('button', { name: '1 struck out' }).click();
  await page.getByRole('link', { name: '4·15' }).click();
  await expect(page).toHaveURL(address);
  await page.getByRole('button', { name: /^Bring back tree/ }).click();
  await expect(figure(page, 'height')).toContainText('19.3 m');
});

test('a doubt that somebody looked at is said no more, and is counted apart in the list', async ({ page, ownSurvey }) => {
  const name = await ownSurvey('Monte Umbrío');
  await measureIn(page, name);
  // as tall as hardly any tree is on so thin a stem
  await page.keyboard.type('20\n25\n+150\n-7\n');
  const remedy = page.locator('[data-finding]');
  await expect(remedy).toBeVisible();
  while ((await remedy.count()) > 0 && (await remedy.getByRole('button', { name: 'I looked, it is right' }).count()) > 0) {
    const code = await remedy.getAttribute('data-finding');
    await remedy.getByRole('button', { name: 'I looked, it is right' }).click();
    await expect(page.locator(`[data-finding="${code}"]`)).toHaveCount(0);
  }
  await page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Trees' }).click();
  await expect(page.getByRole('button', { name: '1 found right' })).toBeVisible();
  await page.getByRole('button', { name: '1 found right' }).click();
  await expect(page.getByRole('region', { name: 'List of trees' }).getByRole('row')).toHaveCount(2);
});

test('going to another survey brings nothing of the first along, and says what is read otherwise', async ({ page, ownSurvey }) => {
  const [metric, us] = [await ownSurvey('Monte Umbrío'), await ownSurvey('Tansy Creek tract')];
  await measureIn(page, us);
  await measureIn(page, metric);
  await page.getByRole('combobox', { name: 'Tool' }).selectOption('caliper');
  await page.getByRole('button', { name: 'in', exact: true }).click();
  await field(page).focus();
  await page.keyboard.type('12+12.5\n');
  await page.getByRole('button', { name: /go to another survey$/ }).click();
  await page.getByRole('link', { name: us, exact: true }).click();
  await expect(page.getByRole('button', { name: /go to another survey$/ })).toContainText(us);
  const changed = page.locator('[data-changed]');
  await expect(changed).toContainText('in and ft, diameter tape');
  await field(page).focus();
  await page.keyboard.type('15.1\n');
  await expect(figure(page, 'diameter')).toContainText('15.1 in');
  await expect(changed).toHaveCount(0);
  await page.getByRole('button', { name: /go to another survey$/ }).click();
  await page.getByRole('link', { name: metric, exact: true }).click();
  await expect(page.getByRole('combobox', { name: 'Tool' })).toHaveValue('caliper');
  await expect(page.getByRole('button', { name: 'in', exact: true })).toHaveAttribute('aria-pressed', 'true');
});

test('who measures is asked once; a species is said by its letters; a tree that is only taped is left by one key', async ({
  page,
  ownSurvey,
}) => {
  const name = await ownSurvey('Monte Umbrío');
  await measureIn(page, name);
  const who = page.locator('[data-who]');
  // what can hurt comes first
  await page.locator('[data-caution]').getByRole('button', { name: 'read' }).click();
  await who.getByRole('combobox').selectOption({ index: 1 });
  await expect(who).toHaveCount(0);
  await expect(page.getByRole('combobox', { name: 'Measured by' }).first()).not.toHaveValue('');
  // digits land in the field wherever the focus is
  await page.getByRole('combobox', { name: 'Species' }).first().focus();
  await page.keyboard.type('31.4');
  await expect(field(page)).toHaveValue('31.4');
  await page.keyboard.press('Enter');
  await page.keyboard.type('beech\n');
  await expect(page.getByRole('combobox', { name: 'Species' }).first()).toContainText('beech');
  await page.getByRole('button', { name: 'next tree' }).click();
  await expect(field(page)).toBeFocused();
  await expect(figure(page, 'diameter')).toContainText('–');
  await page.keyboard.type('zz\n');
  await expect(page.locator('#field-help')).toContainText('is not a length');
});

test('by thumb: the index, the tree’s pages and the trees of the survey', async ({ browser, baseURL, ownSurvey }) => {
  const name = await ownSurvey('Monte Umbrío');
  const context = await browser.newContext({
    baseURL: baseURL ?? '',
    locale: 'en-GB',
    viewport: { width: 390, height: 700 },
    hasTouch: true,
  });
  const page = await context.newPage();
  await page.goto('/');
  await page.getByRole('link', { name: `Measure in ${name}` }).tap();
  await expect(field(page)).toBeVisible();
  await page.locator('[data-caution]').getByRole('button', { name: 'read' }).tap();
  await page.locator('[data-who]').getByRole('button', { name: 'no name' }).tap();
  for (const key of ['3', '3', '.', '2']) await page.getByRole('button', { name: key, exact: true }).tap();
  await page.getByRole('button', { name: /^Keep/ }).tap();
  await page.getByRole('button', { name: 'steps' }).tap();
  await page.getByRole('navigation', { name: 'Pages of the tree' }).getByRole('button', { name: 'Visits' }).tap();
  await page.getByRole('button', { name: /^Strike out Tape/ }).tap();
  await page.getByRole('button', { name: 'read wrong' }).tap();
  await page.getByRole('button', { name: 'Strike out', exact: true }).tap();
  await expect(page.getByRole('region', { name: 'Struck out' })).toContainText('33.2 cm');
  await page.getByRole('button', { name: 'Index' }).tap();
  await page.getByRole('link', { name: 'Trees', exact: true }).first().tap();
  await expect(page.getByRole('region', { name: 'List of trees' })).toBeVisible();
  // nothing is wider than the phone
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.getByRole('button', { name: 'Find a tree, survey or page' }).tap();
  await page.getByPlaceholder('tag of a tree, survey, page').fill(`1·03 ${name.slice(-6)}`);
  await find(page).getByRole('option').first().tap();
  await expect(page.getByText('1·03').first()).toBeVisible();
  await context.close();
});
