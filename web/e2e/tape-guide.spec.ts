import type { Page } from '@playwright/test';
import { expect, test } from './own-survey';
import { expectLabelsApart, figure, openMeasure, Thumb } from './pad';

const pom = (page: Page) => page.locator('[data-guide] [data-pom]');
const tape = (page: Page) => page.locator('[data-tape="tape:0"]').getAttribute('d');
const tile = (page: Page, name: string | RegExp) => page.locator('[data-guide]').getByRole('button', { name });
const count = async (page: Page, kind: string) =>
  page.evaluate(
    (k) =>
      new Promise<number>((done) => {
        const open = indexedDB.open('arbolito.book');
        open.onsuccess = () => {
          const all = open.result.transaction('packs').objectStore('packs').getAll();
          all.onsuccess = () =>
            done(all.result.flatMap((p: { records: { kind: string }[] }) => p.records).filter((r) => r.kind === k).length);
        };
      }),
    kind,
  );

for (const height of [700, 844]) {
  test.describe(`on a phone of 390×${height}`, () => {
    test.use({ viewport: { width: 390, height }, hasTouch: true, isMobile: true });

    test('a leaning, swollen, low-forking tree by touch', async ({ page, ownSurvey }) => {
      const name = await ownSurvey('Puerto Lenga');
      await page.goto('/');
      await page.getByRole('link', { name: `Measure in ${name}` }).tap();
      await page.getByRole('button', { name: /where the tape goes: 1.30 m/ }).tap();
      for (const name of ['On a slope', 'Leans', 'Swelling or wound']) await tile(page, name).tap();
      // the tape lies below the swelling, its figures and the way to go on are in view
      await expect(pom(page)).toHaveText('1.10 m');
      for (const part of [page.locator('[data-tape="tape:0"]'), pom(page), page.locator('[data-go]'), tile(page, 'Forks')]) {
        const box = await part.boundingBox();
        expect(box && box.y >= 0 && box.y + box.height <= height, 'in view').toBe(true);
      }
      await expectLabelsApart(page);
      const before = await tape(page);
      await tile(page, 'Swelling from: less').tap();
      await expect(pom(page)).toHaveText('1.05 m');
      await expect.poll(() => tape(page)).not.toBe(before);
      // a fork below breast height: one stem at its narrowest below, and the swelling above it no longer matters
      await tile(page, 'Forks').tap();
      await tile(page, 'Fork at: less').tap();
      await expect(pom(page)).toHaveText('0.75 m');
      await expect(page.locator('[data-step="fork-narrowest-below"]').last()).toContainText('0.75 m');
      await expectLabelsApart(page);
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
      await page.locator('[data-go]').tap();
      await expect(page.getByRole('button', { name: /where the tape goes: 0.75 m/ })).toBeVisible();
      const thumb = new Thumb(page);
      await page.getByRole('combobox', { name: 'Tool' }).selectOption('girth, tape or string');
      await thumb.press('132');
      await thumb.go();
      await expect(page.locator('[data-finding]:not([data-finding="second-reading"])')).toHaveCount(0);
      await page.getByRole('button', { name: 'steps' }).tap();
      const steps = page.getByRole('list', { name: 'Steps' });
      await expect(steps).toContainText('leans 12° downhill');
      await expect(steps).toContainText('girth, tape or string at 0.75 m');
      await expect.poll(() => count(page, 'stem')).toBeGreaterThan(0);
    });

    test('two stems from the ground, one after the other, and an estimate first', async ({ page }) => {
      await page.goto('/measure?trunk');
      await tile(page, 'Several stems').tap();
      await expect(page.locator('[data-step="several-stems"]').last()).toContainText('the largest first, then clockwise');
      await page.locator('[data-go]').tap();
      const thumb = new Thumb(page);
      await page.getByRole('combobox', { name: 'Tool' }).selectOption('by eye');
      await thumb.press('30');
      await thumb.go();
      // the eye has spoken: now the tape, of the same stem
      await expect(page.getByRole('combobox', { name: 'Tool' })).toHaveValue('diameter-tape');
      await expect(page.getByRole('textbox', { name: /Tape/ })).toBeVisible();
      await thumb.press('27.4');
      await thumb.go();
      await expect(page.getByRole('button', { name: 'stem 2, not read yet' })).toHaveAttribute('aria-pressed', 'true');
      await thumb.press('19.1');
      await thumb.go();
      await expect(page.getByRole('textbox', { name: /Distance/ })).toBeVisible();
      // undo goes back to the stem it was read of, across stems
      await thumb.tap('undo the last kept reading');
      await expect(page.getByRole('textbox', { name: /Tape/ })).toHaveValue('19.1');
      await expect(page.getByRole('button', { name: /^stem 2/ })).toHaveAttribute('aria-pressed', 'true');
      await thumb.go();
      await expect(figure(page, 'volume')).toBeVisible();
      await page.getByRole('button', { name: 'steps' }).tap();
      await expect(page.getByRole('list', { name: 'Steps' })).toContainText('19.1 cm');
    });
  });
}

test('the keyboard does it all: trunk, tools, a second shot, and back by undo', async ({ page }) => {
  await openMeasure(page);
  await page.keyboard.press('ArrowUp');
  await expect(page.locator('[data-guide]')).toBeVisible();
  await tile(page, 'Swelling or wound').focus();
  await page.keyboard.press('Space');
  await expect(pom(page)).toHaveText('1.60 m');
  await page.getByRole('textbox', { name: 'Swelling to' }).focus();
  await page.keyboard.type('1,75');
  await page.keyboard.press('Enter');
  await expect(pom(page)).toHaveText('1.75 m');
  // a reload keeps what is tapped and not kept yet
  await page.reload();
  await expect(pom(page)).toHaveText('1.75 m');
  await page.locator('[data-go]').focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: /Tape.*at 1.75 m/ })).toBeFocused();
  await page.getByRole('combobox', { name: 'Tool' }).selectOption('caliper');
  await page.getByRole('textbox', { name: /Tape/ }).focus();
  await page.keyboard.type('20+200\n');
  await expect(page.locator('[data-finding="caliper-slip"]')).toContainText('20 and 200 cm');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('textbox', { name: /Tape/ })).toHaveValue('20+200');
  await page.keyboard.press('Escape');
  await page.keyboard.type('40.2+41\n');
  await expect(figure(page, 'diameter')).toContainText('40.6 cm');
  await figure(page, 'diameter').click();
  await expect(page.locator('#how')).toContainText('out of round by 2.0 %');
});

test('the stem’s fork is dragged, and every line of the drawing follows', async ({ page }) => {
  await page.goto('/measure?trunk');
  await tile(page, 'Forks').click();
  await expect(pom(page)).toHaveText('1.30 m');
  const handle = page.locator('[data-handle="fork:height"] circle').first();
  const box = await handle.boundingBox();
  if (!box) throw new Error('no handle');
  const scale = Number(await page.locator('[data-guide] svg[data-scale]').getAttribute('data-scale'));
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  // from 1.00 m down to a fifth of a metre: separate stems from the ground
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 0.8 * scale, { steps: 6 });
  await page.mouse.up();
  await expect(page.locator('[data-step="fork-low"]').last()).toBeVisible();
  const value = await page.getByRole('textbox', { name: 'Fork at' }).inputValue();
  expect(Number.parseFloat(value)).toBeLessThanOrEqual(0.3);
});

test('two swellings that touch are one, and a second stem stands on the same slope', async ({ page }) => {
  await page.goto('/measure?trunk');
  for (const name of ['Swelling or wound', 'On a slope', 'Several stems']) await tile(page, name).click();
  await expect(pom(page)).toHaveText('1.60 m');
  await page.getByRole('button', { name: 'another swelling' }).click();
  await page.getByRole('textbox', { name: 'Swelling 2 from' }).fill('1.55');
  await page.getByRole('textbox', { name: 'Swelling 2 from' }).press('Enter');
  await expect(pom(page)).toHaveText('2.00 m');
  await page.getByRole('button', { name: 'without 2' }).click();
  await expect(pom(page)).toHaveText('1.60 m');
  await page.locator('[data-go]').click();
  await page.keyboard.type('33\n');
  await expect(page.getByRole('textbox', { name: /Tape/ })).toBeFocused();
  await page.getByRole('button', { name: /where the tape goes/ }).click();
  await expect(page.getByRole('heading', { name: /stem 2/ })).toBeVisible();
  await expect(tile(page, 'On a slope')).toHaveAttribute('aria-pressed', 'true');
  await expect(tile(page, 'Swelling or wound')).toHaveAttribute('aria-pressed', 'false');
});

test('a trunk no school can measure says so, and a tape at the wrong place is noticed', async ({ page }) => {
  await openMeasure(page);
  await page.keyboard.press('ArrowUp');
  await tile(page, 'Flared base').click();
  await tile(page, 'Forks').click();
  await page.getByRole('textbox', { name: 'Fork at' }).fill('1.8');
  await page.getByRole('textbox', { name: 'Fork at' }).press('Enter');
  await expect(page.locator('[data-guide]').getByText(/above the fork at 1.80 m/)).toBeVisible();
  await expect(page.locator('[data-go]')).toBeDisabled();
  await tile(page, 'Stands straight').click();
  await page.locator('[data-go]').click();
  await page.keyboard.type('38\n');
  await page.getByRole('button', { name: /^Trunk/ }).click();
  await tile(page, 'Swelling or wound').click();
  await page.locator('[data-go]').click();
  await expect(page.locator('[data-finding="pom-off-protocol"]')).toContainText('The tape lay at 1.30 m; this protocol puts it at 1.60 m');
  await page.getByRole('textbox', { name: /Tape/ }).focus();
  await page.keyboard.type('37.4\n');
  await expect(page.locator('[data-finding]:not([data-finding="second-reading"])')).toHaveCount(0);
});

test('a street tree of three years ago: the point that moved, and a new visit at the old one', async ({ page, ownSurvey }) => {
  const name = await ownSurvey('Puerto Lenga');
  await page.goto('/');
  await page.getByRole('link', { name: new RegExp(`${name}.*\\d+ trees`) }).click();
  await page.getByRole('link', { name: 'F 03' }).click();
  await expect(page.locator('[data-finding="pom-moved"]')).toContainText('at the last visit it lay at 1.30 m');
  await page.getByRole('button', { name: 'measure it again: new visit' }).click();
  await expect(page.getByRole('textbox', { name: /Tape.*at 1.22 m/ })).toBeFocused();
  await page.keyboard.type('36.1\n');
  await expect(page.locator('[data-finding="dbh-shrank"]')).toBeVisible();
  await expect(page.getByText(/years before: 40.4 cm at 1.22 m/)).toBeVisible();
});

test('with the server gone the guide still opens and its tree is kept', async ({ page, context }) => {
  const guide = page.waitForResponse(/TapeGuide/);
  await openMeasure(page);
  // the guide's own script follows the page that measures by itself
  await guide;
  await context.setOffline(true);
  await page.getByRole('button', { name: /where the tape goes/ }).click();
  await tile(page, 'Leans').click();
  await page.locator('[data-go]').click();
  await page.keyboard.type('31\n');
  await expect(page.getByText(/kept on this device/).first()).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText('all kept and sent').first()).toBeVisible({ timeout: 25_000 });
});

test('where the guide could not be fetched the tape is read all the same', async ({ page }) => {
  await page.route(/TapeGuide/, (route) => route.abort());
  await openMeasure(page);
  await page.getByRole('button', { name: /where the tape goes/ }).click();
  await expect(page.getByRole('heading', { name: 'The guide is not on this device yet' })).toBeVisible();
  await page.getByRole('button', { name: 'Sights' }).click();
  await page.keyboard.type('31\n');
  await expect(figure(page, 'diameter')).toContainText('31.0 cm');
});

test('a diameter from afar, and one higher up the stem', async ({ page }) => {
  await openMeasure(page);
  await page.getByRole('combobox', { name: 'Tool' }).selectOption('optical');
  await page.getByRole('textbox', { name: 'Distance to the stem' }).fill('12');
  await page.getByRole('textbox', { name: /Tape/ }).focus();
  await page.keyboard.type('2\n');
  await expect(page.locator('#field-help')).toContainText('angle of the sight');
  await page.getByRole('textbox', { name: 'Angle of the sight' }).fill('0');
  await page.getByRole('textbox', { name: /Tape/ }).focus();
  await page.keyboard.press('Enter');
  // 2 · 12 m · sin 1°
  await expect(figure(page, 'diameter')).toContainText('41.8 cm');
  await page.getByRole('button', { name: /^Upper diameter/ }).click();
  await page.getByRole('combobox', { name: 'Tool' }).selectOption('caliper');
  await page.getByRole('textbox', { name: /Upper diameter:/ }).focus();
  await page.keyboard.type('33.4\n');
  await expect(page.locator('#field-help')).toContainText('how high up');
  await page.getByRole('textbox', { name: 'Height of the upper diameter' }).fill('6,5');
  await page.getByRole('textbox', { name: /Upper diameter:/ }).focus();
  await page.keyboard.press('Enter');
  await figure(page, 'diameter').click();
  await expect(page.locator('#how')).toContainText('6.50 m up: 33.4 cm');
});

test('in feet and inches: a swollen butt, the stick, and what it is good for', async ({ page, ownSurvey }) => {
  const name = await ownSurvey('Tansy Creek tract');
  await page.goto('/');
  await page.getByRole('combobox', { name: 'Measured by' }).selectOption('R. Calloway');
  await page.getByRole('link', { name: `Measure in ${name}` }).click();
  await page.getByRole('button', { name: /where the tape goes: 4.5 ft/ }).click();
  await expect(
    page
      .locator('[data-guide]')
      .getByText(/breast pocket seam \(in rubber boots\)/)
      .last(),
  ).toBeVisible();
  await tile(page, 'Flared base').click();
  await page.getByRole('textbox', { name: 'Butt swell ends at' }).fill("5'3");
  await page.getByRole('textbox', { name: 'Butt swell ends at' }).press('Enter');
  await expect(pom(page)).toHaveText('6.75 ft');
  await page.locator('[data-go]').click();
  await page.getByRole('combobox', { name: 'Tool' }).selectOption('stick');
  await expect(page.getByText(/your reach 26.0 in; good enough here up to \d+\.\d in/)).toBeVisible();
  await page.getByRole('textbox', { name: /Tape/ }).focus();
  await page.keyboard.type('18+19\n');
  await figure(page, 'diameter').click();
  await expect(page.locator('#how')).toContainText('stick at 6.75 ft');
  await expect(page.locator('#how')).toContainText('go 1.5 ft above its end, to 6.75 ft');
});
