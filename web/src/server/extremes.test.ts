import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { EXTREME_KINDS, type ExtremeSurvey, extremeSurveys } from '../../../scripts/extremes';
import { Book } from '../book/book';
import { rowsOf } from '../book/rows-of';
import { standRow } from '../book/stand-row';
import type { AnyRecord } from '../contract/envelope';
import type { AskedResults } from './results/answer';
import { answerHere } from './results/test-derive';
import { standRowsIn } from './results/tree-rows';
import { push } from './sync-service';
import { testDatabase } from './test-database';

let t: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  t = await testDatabase();
});
afterAll(() => t.drop());

const asked: AskedResults = { confidence: 0.95, intervals: 'all', units: null, errors: [10, 0.0001] };

async function store(records: readonly AnyRecord[]): Promise<void> {
  for (let i = 0; i < records.length; i += 1000) {
    const { answers } = await push(t.db, records.slice(i, i + 1000));
    expect(answers.filter((a) => a.status !== 'stored' && a.status !== 'known')).toEqual([]);
  }
}

/** Brings a survey's figures up, here and as a device does. */
async function figures({ survey, records }: ExtremeSurvey): Promise<void> {
  await store(records);
  expect(await answerHere(t.db, survey, asked)).toMatch(/^\{/);
  const book = new Book(records);
  const protocol = book.protocolOf(book.find('survey', survey));
  const rows = protocol ? rowsOf(book, survey, protocol.options).map(standRow) : [];
  expect(await standRowsIn(t.db, survey)).toEqual(rows);
}

describe('a survey of stored extremes has its figures, here and on a device', () => {
  const share = Number(process.env.ARBOLITO_EXTREMES ?? 0.05);
  it.each(EXTREME_KINDS)('%s', async (kind) => {
    let made = 0;
    for (const survey of extremeSurveys(kind, { share })) {
      made += survey.what.size;
      try {
        await figures(survey);
      } catch (e) {
        throw new Error(`${[...survey.what.values()].slice(0, 3).join('; ')}: ${(e as Error).stack}`);
      }
    }
    expect(made).toBeGreaterThan(0);
  });
});
