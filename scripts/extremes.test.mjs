// Every page opened on surveys that hold each kind's extremes: none is blank and none fails. One that does is looked for by
// halves, so that what is said names the one value.
import { chromium } from '@playwright/test';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { SHARED_KINDS } from '../web/src/contract/scope.ts';
import { EXTREME_KINDS, extremeSurveys } from './extremes.ts';
import { CHROMIUM } from './install.mjs';
import { ownServer, resultsOf } from './test-own-server.mjs';

const share = Number(process.env.ARBOLITO_EXTREMES ?? 0.01);
/** Of trees with an extreme reading so many are opened by themselves. */
const TREES = Math.ceil(share * 200);
const OF_SURVEY = ['/trees', '/plots', '/tally', '/results'];
const OF_BOOK = ['/', '/kit', '/protocols', '/device', '/refused'];
const OPENING = /Opening |worked out|Working out|on its way/;

const server = ownServer();
let browser;
beforeAll(async () => {
  browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox'] });
});
afterAll(() => browser.close());

async function push(records) {
  for (let i = 0; i < records.length; i += 1000) {
    const answer = await fetch(`${server.address}/api/v1/sync`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-arbolito': 'test' },
      body: JSON.stringify({ records: records.slice(i, i + 1000) }),
    });
    expect(answer.status).toBe(200);
    const { answers } = await answer.json();
    expect(answers.filter((a) => a.status !== 'stored')).toEqual([]);
  }
}

/** What is wrong with a page; null where it stands. */
async function wrongWith(page, at) {
  const errors = [];
  const hear = (e) => errors.push(e.message);
  page.on('pageerror', hear);
  try {
    await page.goto(server.address + at);
    await page.waitForFunction(
      (opening) =>
        document.querySelector('[data-failed]') ||
        (document.querySelector('h1, main') && !new RegExp(opening).test(document.body.innerText)),
      OPENING.source,
      { timeout: 60_000 },
    );
    const failed = await page.locator('[data-failed]').allInnerTexts();
    const text = await page.evaluate(() => document.body.innerText.trim().length);
    if (failed.length > 0) return failed.join(' ');
    if (text < 40) return `only ${text} characters`;
    return errors.length > 0 ? errors.join('; ') : null;
  } catch (e) {
    return `${e.message.split('\n')[0]} ${errors.join('; ')}`;
  } finally {
    page.off('pageerror', hear);
  }
}

/** The first page of a survey that fails, and how. */
async function failing({ survey, records, what }, others = OF_BOOK) {
  await push(records);
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  try {
    const page = await context.newPage();
    const trees = records.filter((r) => what.has(r.id) && r.kind === 'reading').slice(0, TREES);
    const stems = new Map(records.filter((r) => r.kind === 'stem').map((r) => [r.id, r.body.tree]));
    const measured = trees.map((r) => `/measure?tree=${stems.get(r.body.stem)}`);
    for (const at of [...OF_SURVEY.map((p) => `${p}?survey=${survey}`), ...measured, ...others]) {
      const wrong = await wrongWith(page, at);
      if (wrong !== null) return `${at.replace(/\?.*/, '')}: ${wrong}`;
    }
    return null;
  } finally {
    await context.close();
  }
}

/** The one extreme that makes a page fail, by halves. */
async function guilty(kind, from, to) {
  if (to - from <= 1) {
    const [one] = extremeSurveys(kind, { share, among: [from, to] });
    return [...one.what.values()].join();
  }
  const middle = Math.floor((from + to) / 2);
  for (const [a, b] of [
    [from, middle],
    [middle, to],
  ])
    for (const survey of extremeSurveys(kind, { share, among: [a, b] })) if ((await failing(survey)) !== null) return guilty(kind, a, b);
  return 'several together';
}

/** All values of a kind take an hour on a machine that has other work to do. */
const TIMEOUT = Math.max(600_000, share * 3_600_000);

describe('every page on extremes that are stored', () => {
  it.each(EXTREME_KINDS)(
    'of %s is there',
    async (kind) => {
      let before = 0;
      for (const survey of extremeSurveys(kind, { share })) {
        // pages of the book show what every survey shares: they are opened once, with what is shared
        const wrong = await failing(survey, before === 0 && SHARED_KINDS.has(kind) ? OF_BOOK : []);
        if (wrong !== null) expect.unreachable(`${wrong} (${await guilty(kind, before, before + survey.what.size)})`);
        before += survey.what.size;
      }
      expect(before).toBeGreaterThan(0);
    },
    TIMEOUT,
  );
});

describe('records that older rules let in', () => {
  it('blank no page, stop no figures, and are said where they were entered', async () => {
    // a check of an instrument as it could be stored once: no level sight lies at 95°
    const [survey] = extremeSurveys('calibration', { among: [0, 3] });
    await push(survey.records);
    const checks = survey.records.filter((r) => r.kind === 'calibration');
    const client = new pg.Client(server.admin);
    await client.connect();
    for (const table of ['record', 'calibration']) await client.query(`alter table ${table} disable trigger user`);
    const found = { forward: 4.1, back: 95 };
    for (const check of checks) {
      const sent = JSON.stringify({ ...check, body: { ...check.body, what: 'two-way', found } });
      await client.query('update record set sent = $2 where id = $1', [check.id, sent]);
      await client.query('update calibration set what = $2, found = $3 where id = $1', [check.id, 'two-way', found]);
    }
    for (const table of ['record', 'calibration']) await client.query(`alter table ${table} enable trigger user`);
    await client.query('delete from derived.survey_state where scope = $1', [survey.survey]);
    await client.end();
    expect((await resultsOf(server, survey.survey)).status).toBe(200);
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    for (const at of ['/', `/trees?survey=${survey.survey}`, `/results?survey=${survey.survey}`, '/kit'])
      expect(await wrongWith(page, at), at).toBeNull();
    const said = page.locator('[data-unusable]').first();
    await said.waitFor();
    expect(await said.innerText()).toMatch(
      /^The check of \d{4}-\d\d-\d\d is not used: sight between the marks is 95: .* Check the instrument again\.$/,
    );
    await context.close();
  });
});
