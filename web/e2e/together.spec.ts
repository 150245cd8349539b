import AxeBuilder from '@axe-core/playwright';
import type { APIRequestContext, Browser, Page } from '@playwright/test';
import { v7 } from 'uuid';
import { sentRecord } from '../src/contract/test-record';
import { expect, test } from './own-survey';

type Body = Record<string, unknown>;
interface Rec {
  readonly id: string;
  readonly entity: string;
  readonly supersedes: string | null;
  readonly kind: string;
  readonly schema: number;
  readonly body: Body;
}

/** Another person's device: a browser of its own. */
async function newDevice(browser: Browser): Promise<Page> {
  const context = await browser.newContext({ locale: 'en-GB', viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
  return context.newPage();
}
const cutOff = (page: Page) => page.context().route('**/api/v1/**', (route) => route.abort());
/** Lets a device reach the server again, and waits until it has sent everything and taken everything in. */
async function reconnect(page: Page) {
  await page.context().unroute('**/api/v1/**');
  await exchange(page);
}
async function exchange(page: Page) {
  await expect(async () => {
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    await expect(page.getByRole('status').first()).toContainText(/all kept and sent|conflict/, { timeout: 3000 });
  }).toPass({ timeout: 60_000 });
}

/** All records of a scope, as the server has them. */
async function pulled(request: APIRequestContext, scope: string): Promise<readonly Rec[]> {
  const all: Rec[] = [];
  for (let after = '', more = true; more; ) {
    const page = await (await request.get(`/api/v1/sync?scope=${scope}&limit=1000${after && `&after=${after}`}`)).json();
    all.push(...page.records);
    [after, more] = [page.next, page.more];
  }
  return all;
}
const idOf = async (request: APIRequestContext, name: string): Promise<string> => {
  const { surveys } = (await (await request.get('/api/v1/surveys?limit=1000')).json()) as { surveys: { id: string; name: string }[] };
  return surveys.find((s) => s.name === name)?.id ?? '';
};
/** A version that somebody else's device made, with some fields changed. */
const version = (of: Rec, change: Body, secondsAgo: number) => ({
  id: v7(),
  entity: of.entity,
  supersedes: of.id,
  kind: of.kind,
  schema: of.schema,
  device: 'another device',
  person: null,
  at: new Date(Date.now() - secondsAgo * 1000).toISOString(),
  body: { ...of.body, ...change },
});
async function send(request: APIRequestContext, baseURL: string | undefined, records: readonly object[]) {
  const answer = await request.post('/api/v1/sync', { data: { records }, headers: { origin: baseURL ?? '' } });
  const { answers } = (await answer.json()) as { answers: { status: string }[] };
  expect(answers.map((a) => a.status)).toEqual(records.map(() => 'stored'));
}
const conflict = (page: Page, kind: string) => page.locator(`[data-conflict="${kind}"]`);

test('two people change a plot and a stratum without a network: all stays in sight, and a third person chooses', async ({
  page: a,
  browser,
  request,
  ownSurvey,
}) => {
  const survey = await idOf(request, await ownSurvey('Monte Umbrío'));
  const plot = (await pulled(request, survey)).find((r) => r.kind === 'plot' && r.body.name === '1')?.entity;
  const b = await newDevice(browser);
  const at = `/plots?survey=${survey}&plot=${plot}`;
  for (const page of [a, b]) {
    await page.goto(at);
    await expect(page.getByRole('heading', { name: 'Plot 1' })).toBeVisible();
    await page.getByText('The plot itself: place, ground, edges').click();
    await expect(page.getByRole('status').first()).toContainText('all kept and sent');
    await cutOff(page);
  }
  // the same field, another field, and the same state
  for (const [page, slope] of [
    [a, '21'],
    [b, '25'],
  ] as const) {
    const field = page.getByRole('textbox', { name: /^slope/ });
    await field.fill(slope);
    await field.press('Enter');
    await expect(field).toHaveValue(slope);
    await page.getByRole('combobox', { name: 'state', exact: true }).selectOption('to-redo');
    await page.goto(`/plots?survey=${survey}`);
    const area = page.locator('[data-stratum]').first().getByRole('textbox', { name: /^net/ });
    await area.fill(page === a ? '5' : '6');
    await area.press('Enter');
  }
  for (const page of [a, b, a]) await reconnect(page);

  const c = await newDevice(browser);
  for (const page of [a, b, c]) {
    await page.goto(`/plots?survey=${survey}`);
    // the plot is listed, with its trees, and says that two people differ
    const line = page.locator('tr[data-plot="1"]');
    await expect(line).toContainText('to be redone');
    await expect(line).toContainText('conflict');
    await expect(conflict(page, 'stratum')).toContainText('different values for area');
    await page.goto(at);
    await expect(conflict(page, 'plot')).toContainText('slope 25°');
    await expect(conflict(page, 'plot')).toContainText('slope 21°');
    await expect(page.locator('[data-plot-sheet] [data-tree]').first()).toBeVisible();
    // nothing is dead because of it
    await page.getByRole('textbox', { name: 'Diameter, cm', exact: true }).fill('31');
    await page.getByRole('textbox', { name: 'Distance, m', exact: true }).fill('4');
    await page.getByRole('textbox', { name: 'Bearing', exact: true }).fill('100');
    await expect(page.getByRole('button', { name: /^Keep tree/ })).toBeEnabled();
  }
  await conflict(c, 'plot').getByRole('listitem').filter({ hasText: 'slope 21°' }).getByRole('button', { name: 'Use this value' }).click();
  await expect(conflict(c, 'plot')).toHaveCount(0);
  await exchange(c);
  for (const page of [a, b]) {
    await exchange(page);
    await expect(conflict(page, 'plot')).toHaveCount(0);
    await page.getByText('The plot itself: place, ground, edges').click();
    await expect(page.getByRole('textbox', { name: /^slope/ })).toHaveValue('21');
  }
  for (const page of [b, c]) await page.context().close();
});

test('two people’s changes of a survey, a protocol, a person, a tree and a tally entry all stay usable, and are chosen under Sync problems', async ({
  page,
  browser,
  request,
  ownSurvey,
  baseURL,
}) => {
  const name = await ownSurvey('Monte Umbrío');
  const survey = await idOf(request, name);
  const own = await pulled(request, survey);
  const first = (kind: string) => own.find((r) => r.kind === kind) as Rec;
  const record = (kind: string, body: Body) => sentRecord(kind, body, { device: 'another device' });
  const person = record('person', { name: `Nela ${survey.slice(-4)}`, eyeHeight: 1.6, reach: 0.6 });
  const entry = record('tree', {
    survey,
    plot: first('plot').entity,
    tag: '1·99',
    species: null,
    called: { diameter: { kind: 'exact', value: 30, unit: 'cm', tool: 'estimate' }, count: 1 },
    note: null,
  });
  await send(request, baseURL, [person, entry]);
  const protocol = (await pulled(request, 'shared')).find((r) => r.id === first('survey').body.protocol) as Rec;
  const tree = own.find((r) => r.kind === 'tree') as Rec;
  const called = (value: number) => ({ called: { diameter: { kind: 'exact', value, unit: 'cm', tool: 'estimate' }, count: 1 } });
  await send(request, baseURL, [
    ...['Puerto Lenga road', 'North slope'].map((place, i) => version(first('survey'), { place }, 60 - i)),
    ...['Nela A.', 'Nela B.'].map((called, i) => version(person, { name: `${called} ${survey.slice(-4)}` }, 50 - i)),
    ...['dead-standing', 'alive'].map((status, i) => version(tree, { status }, 40 - i)),
    ...[31, 33].map((value, i) => version(entry, called(value), 30 - i)),
    ...['Our way', 'Our other way'].map((called, i) => version(protocol, { name: `${called} ${survey.slice(-4)}` }, 20 - i)),
  ]);

  // every page of the survey opens, and shows the later value
  await page.goto(`/trees?survey=${survey}`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(name);
  await expect(page.getByText('North slope').first()).toBeVisible();
  await expect(conflict(page, 'survey')).toContainText('Puerto Lenga road');
  await expect(page.locator('[data-conflicts]')).toContainText('2 conflicts');
  await page.goto(`/tally?survey=${survey}&plot=${first('plot').entity}`);
  await expect(page.getByText('1·99').first()).toBeVisible();
  await page.goto(`/results?survey=${survey}`);
  await expect(page.getByText(/Two people entered different values here/)).toBeVisible();
  const answer = async () => {
    const response = await request.get(`/api/v1/surveys/${survey}/results`);
    return { status: response.status(), body: await response.json() };
  };
  await expect.poll(async () => (await answer()).status).toBe(200);
  expect((await answer()).body.stand.notes).toContainEqual(expect.objectContaining({ code: 'conflicts' }));

  const status = page.getByRole('status').first();
  await status.getByRole('link', { name: /conflict/ }).click();
  await expect(page.getByRole('heading', { name: 'Sync problems' })).toBeVisible();
  await expect(conflict(page, 'tree').first()).toBeVisible();
  for (const display of ['day', 'sun', 'night']) {
    await page.evaluate((d) => {
      document.documentElement.dataset.display = d;
    }, display);
    const { violations } = await new AxeBuilder({ page }).analyze();
    expect(violations.map((v) => `${display}: ${v.id} ${v.nodes.map((n) => n.target).join(' | ')}`)).toEqual([]);
  }
  const of = (heading: RegExp) => page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: heading }) });
  const mine = survey.slice(-4);
  for (const [heading, value] of [
    [new RegExp(`^Survey ${name}`), 'Puerto Lenga road'],
    [new RegExp(`^Person Nela . ${mine}|^Person Nela B. ${mine}`), `Nela A. ${mine}`],
    [new RegExp(`^Protocol Our other way ${mine}`), `Our way ${mine}`],
    [/^Tree 1·01|^Tree .* in /, ''],
    [/^Tree 1·99/, 'diameter'],
  ] as const) {
    const one = of(heading).first();
    await expect(one).toBeVisible();
    const side = value === '' ? one.getByRole('listitem').last() : one.getByRole('listitem').filter({ hasText: value }).last();
    const before = await one.getByRole('heading').textContent();
    await side.getByRole('button', { name: 'Use this value' }).click();
    await expect(page.getByRole('heading', { name: before ?? '', exact: true })).toHaveCount(0);
  }
  await exchange(page);
  // another device has what was chosen, and no conflict of this survey
  const c = await newDevice(browser);
  await c.goto(`/trees?survey=${survey}`);
  await expect(c.getByText('Puerto Lenga road').first()).toBeVisible();
  await expect(conflict(c, 'survey')).toHaveCount(0);
  await expect(c.locator('[data-conflicts]')).toHaveCount(0);
  await c.context().close();
});

test('a tree that one person strikes out and another measures stays, until somebody keeps it or strikes it out', async ({
  page,
  request,
  ownSurvey,
  baseURL,
}) => {
  const survey = await idOf(request, await ownSurvey('Monte Umbrío'));
  const own = await pulled(request, survey);
  const tree = own.find((r) => r.kind === 'tree') as Rec;
  const strike = (id = v7()) => ({
    id,
    entity: id,
    supersedes: null,
    kind: 'strike-out',
    schema: 2,
    device: 'x',
    person: null,
    at: new Date().toISOString(),
    body: { entity: tree.entity, reason: 'another tree', seen: [tree.id] },
  });
  // its maker had not seen the stem that is there by now
  await send(request, baseURL, [strike()]);
  await page.goto(`/measure?survey=${survey}&tree=${tree.entity}`);
  await page.getByRole('button', { name: 'Visits' }).click();
  await expect(conflict(page, 'tree')).toContainText('One person struck this out while another changed it');
  await conflict(page, 'tree').getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(conflict(page, 'tree')).toHaveCount(0);
  await exchange(page);
  await send(request, baseURL, [strike()]);
  await exchange(page);
  await conflict(page, 'tree').getByRole('button', { name: 'Strike out', exact: true }).click();
  await page.goto(`/trees?survey=${survey}`);
  await expect(page.getByText(`Tree ${tree.body.tag}`)).toHaveCount(0);
});
