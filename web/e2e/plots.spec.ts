import type { Page } from '@playwright/test';
import { expect, test } from './own-survey';

const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });
const verdict = (page: Page) => page.locator('[data-verdict]');
const trees = (page: Page) => page.locator('[data-plot-trees] tbody tr');

async function newSurvey(page: Page, purpose: string, kind: string, name: string) {
  await page.goto('/new-survey');
  // the book's own protocols come a moment after the presets, above all that follows
  await expect(page.getByText('Monte Umbrío inventory')).toBeVisible();
  await page.getByText(purpose, { exact: true }).click();
  const chosen = page.getByRole('button', { name: kind, exact: true });
  await chosen.click();
  await expect(chosen).toHaveAttribute('aria-pressed', 'true');
  await field(page, 'Name').fill(name);
  await page.locator('#species').fill('beech, oak');
}
async function read(page: Page, values: Readonly<Record<string, string>>) {
  for (const [name, value] of Object.entries(values)) await field(page, name).fill(value);
}

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 700 }, hasTouch: true, isMobile: true });

  test('circles in one another by thumb, without a network: each tree in or out, the plot finished, and all is there once', async ({
    page,
  }) => {
    await newSurvey(page, 'Forest inventory, metric', 'fixed plots', `Alder bottom ${Date.now()}`);
    await page.getByRole('button', { name: 'circles in one another' }).tap();
    await expect(page.locator('[data-plot-sheet] [data-circle]')).toHaveCount(3);
    await page.getByRole('button', { name: 'Begin, and make its first plot' }).tap();
    await page.getByRole('button', { name: 'New plot 1 here' }).tap();
    await expect(page.getByRole('heading', { name: 'Plot 1' })).toBeVisible();
    await page.context().setOffline(true);

    await page.getByRole('combobox', { name: 'Species' }).selectOption('beech');
    await read(page, { 'Diameter, cm': '31.4', 'Distance, m': '11.2', Bearing: 'S35E' });
    await expect(verdict(page)).toHaveAttribute('data-verdict', 'in');
    await expect(verdict(page)).toContainText('12.62 m');
    await page.getByRole('button', { name: 'Keep tree 1·01' }).tap();
    await expect(page.locator('[data-plot-sheet] [data-tree][data-stands="in"]')).toHaveCount(1);

    // a laser is not sure enough so near the edge; the tape that decides is named
    await page.getByRole('combobox', { name: 'Distance by' }).selectOption('laser');
    await read(page, { 'Diameter, cm': '35', 'Distance, m': '12.55', Bearing: '200' });
    await expect(verdict(page)).toHaveAttribute('data-verdict', 'edge');
    await expect(verdict(page)).toContainText('Tape the distance. In up to 12.62 m');
    await page.getByRole('button', { name: 'Keep tree 1·02' }).tap();
    await expect(page.locator('[data-before-leaving]')).toContainText('1 on the edge');

    // thick enough for the smallest circle alone
    await page.getByRole('combobox', { name: 'Distance by' }).selectOption('tape');
    await read(page, { 'Diameter, cm': '12', 'Distance, m': '6', Bearing: '300' });
    await expect(verdict(page)).toHaveAttribute('data-verdict', 'out');
    await page.getByRole('button', { name: 'Keep 1·03 as out' }).tap();
    await read(page, { 'Diameter, cm': '5', 'Distance, m': '1' });
    await expect(verdict(page)).toHaveAttribute('data-verdict', 'too-thin');

    // a tap on the plan says where about
    await read(page, { 'Diameter, cm': '', 'Distance, m': '' });
    const plan = page.locator('[data-plot-sheet] svg');
    const box = await plan.boundingBox();
    if (!box) throw new Error('no plan');
    const scale = Number(await plan.getAttribute('data-scale'));
    await plan.tap({ position: { x: box.width / 2 + 5 * scale, y: box.height / 2 } });
    await expect(field(page, 'Bearing')).toHaveValue(/^(89|90|91)$/);
    await expect(field(page, 'Distance, m')).toHaveValue(/^(4\.9|5\.0|5\.1)$/);
    await expect(page.getByRole('combobox', { name: 'Distance by' })).toHaveValue('eye');
    await read(page, { 'Diameter, cm': '40' });
    await page.getByRole('button', { name: 'Keep tree 1·04' }).tap();

    // the one on the edge is taped after all
    await trees(page).getByRole('button', { name: '1·02' }).tap();
    await page.getByRole('button', { name: 'Place it again' }).tap();
    await field(page, 'Distance, m').fill('12.70');
    await page.getByRole('combobox', { name: 'Distance by' }).selectOption('tape');
    await expect(verdict(page)).toContainText('Out by 8.0 cm');
    await page.getByRole('button', { name: 'It stands there' }).tap();
    await expect(page.locator('[data-plot-sheet] [data-tree][data-stands="out"]')).toHaveCount(2);

    await page.getByRole('button', { name: /^Finished/ }).tap();
    await page.getByRole('button', { name: 'Finished all the same' }).tap();
    await expect(page.getByRole('combobox', { name: 'state' })).toHaveValue('finished');
    await page.context().setOffline(false);
    await page.reload();
    await expect(trees(page)).toHaveCount(4);
    await expect(trees(page).filter({ hasText: 'out' })).toHaveCount(2);
    await expect(page.getByText('all kept and sent')).toBeAttached();
  });

  test('a point in feet and inches: a tree at its limit, and the next point counted only', async ({ page }) => {
    await newSurvey(page, 'Timber, US', 'points', `Quarry ridge ${Date.now()}`);
    await expect(page.getByText(/A tree of 16\.0 in is in up to 44\.0/)).toBeVisible();
    await page.getByRole('button', { name: 'Begin, and make its first plot' }).tap();
    await page.getByRole('button', { name: 'New point 1 here' }).tap();
    await read(page, { 'Diameter, in': '14', 'Distance, ft': `38'6"`, Bearing: '80' });
    // 14 in at a factor of 10: 38.5 ft
    await expect(verdict(page)).toContainText('that decides');
    await expect(page.locator('[data-limit]')).toBeVisible();
    await page.getByRole('button', { name: 'Keep tree 1·01' }).tap();
    await expect(trees(page)).toHaveCount(1);
    await page.getByRole('link', { name: 'All points' }).tap();
    await page.getByRole('button', { name: 'New point 2 here' }).tap();
    await page.getByRole('textbox', { name: 'trees in' }).fill('7');
    await page.getByRole('textbox', { name: 'of those doubtful' }).fill('9');
    await expect(page.getByText('there can’t be more of them')).toBeVisible();
    await page.getByRole('textbox', { name: 'of those doubtful' }).fill('1');
    await page.getByRole('button', { name: 'Only counted here' }).tap();
    await expect(page.locator('[data-counted]')).toContainText('6.5 times the factor');
  });
});

test('strata from an outline; what can’t be one is refused; another way of sampling says what it would do', async ({ page, ownSurvey }) => {
  const name = await ownSurvey('Monte Umbrío');
  await page.goto('/');
  await page
    .getByRole('link', { name: new RegExp(name) })
    .first()
    .click();
  await page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Plots' }).click();
  await expect(page.locator('[data-progress]')).toContainText('32 of 38 plots finished');
  await expect(page.locator('[data-plan] [data-area]')).toHaveCount(3);
  await expect(page.locator('[data-plan] [data-plot-mark="finished"]')).toHaveCount(32);
  const upload = async (ring: readonly (readonly number[])[]) => {
    const feature = { type: 'Feature', properties: { name: 'Alder flat' }, geometry: { type: 'Polygon', coordinates: [ring] } };
    const file = { name: 'flat.geojson', mimeType: 'application/geo+json', buffer: Buffer.from(JSON.stringify(feature)) };
    await page.getByLabel('Add from outlines (GeoJSON)').setInputFiles(file);
  };
  const flat = [
    [-4.207, 40.407],
    [-4.205, 40.407],
    [-4.205, 40.408],
    [-4.207, 40.408],
    [-4.207, 40.407],
  ];
  await upload(flat.map(([lon = 0, lat = 0]) => [lat, lon]));
  await expect(page.locator('[data-outline-refused]')).toContainText('With latitude and longitude changed over it would lie among them');
  await upload(flat);
  const stratum = page.locator('[data-stratum="Alder flat"]');
  // 170 m by 111 m
  await expect(stratum.getByLabel('net, ha')).toHaveValue(/^1\.8[89]/);
  await expect(page.locator('[data-outline-refused]')).toHaveCount(0);

  await page.getByRole('button', { name: 'Change how it samples' }).click();
  await page.getByRole('button', { name: 'a circle', exact: true }).click();
  await page.getByRole('textbox', { name: 'Radius, level, m' }).fill('3.99');
  await expect(page.locator('[data-change]')).toContainText(/\d+ of its trees would go out/);
  await page.getByRole('textbox', { name: 'Radius, level, m' }).fill('0');
  await expect(page.getByRole('button', { name: 'Sample like this from now on' })).toBeDisabled();
  await page.getByRole('textbox', { name: 'Radius, level, m' }).fill('3.99');
  await page.getByRole('button', { name: 'Sample like this from now on' }).click();
  await expect(page.getByLabel('How it samples')).toContainText('Circles of 3.99 m');
  await page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Trees' }).click();
  await expect(page.locator('[data-not-counted]')).toContainText('outside their plot');
});

test('a plot’s ground and edges by keyboard: a tree near the edge counts for more, and is measured in full', async ({
  page,
  ownSurvey,
}) => {
  const name = await ownSurvey('Monte Umbrío');
  await page.goto('/');
  await page
    .getByRole('link', { name: new RegExp(name) })
    .first()
    .click();
  await page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Plots' }).click();
  await page.getByRole('link', { name: '36', exact: true }).click();
  await page.getByText('The plot itself: place, ground, edges').click();
  await page.getByRole('textbox', { name: /^downhill/ }).fill('S20W');
  await page.getByRole('textbox', { name: /^downhill/ }).press('Enter');
  await expect(page.getByRole('textbox', { name: /^downhill/ })).toHaveValue('200');
  await page.getByRole('textbox', { name: /^slope/ }).fill('25 %');
  await page.getByRole('textbox', { name: /^slope/ }).press('Enter');
  await expect(page.getByRole('textbox', { name: /^slope/ })).toHaveValue('14.04');
  await page.getByRole('textbox', { name: /^centre/ }).fill('120.5, 40');
  await page.getByRole('textbox', { name: /^centre/ }).press('Enter');
  await expect(page.getByText('wrong way round')).toBeVisible();
  await page.getByRole('textbox', { name: /^centre/ }).fill('');
  await page.getByRole('textbox', { name: /^centre/ }).press('Enter');
  await expect(page.getByText('Not said where it lies')).toBeVisible();
  const edge = page.locator('section').filter({ has: page.getByRole('heading', { name: 'Edges near by' }) });
  await edge.getByLabel('bearing').fill('90');
  await edge.getByLabel('distance, m').fill('6');
  await edge.getByRole('button', { name: 'Add the edge' }).click();
  await expect(edge).toContainText('90° E, 6.00 m');
  await read(page, { Tree: '36·01', Bearing: '90', 'Distance, m': '5.9' });
  await page.locator('[name=diameter]').fill('40');
  await expect(page.locator('[data-edge]')).toContainText(/counts 1\.9\d times/);
  await page.locator('[name=diameter]').press('Enter');
  await trees(page).getByRole('button', { name: '36·01' }).click();
  await expect(page.locator('[data-tree-card]')).toContainText('40.0 cm');
  await page.locator('[data-tree-card]').getByRole('link', { name: 'Measure it' }).click();
  await expect(page.locator('[data-of-the-tree]')).toContainText('In its plot.');
  await page.locator('[data-of-the-tree]').getByRole('link', { name: 'Plot 36 to scale' }).click();
  await expect(page.getByRole('heading', { name: 'Plot 36' })).toBeVisible();
});
