// What a large survey's figures take: derived anew, kept, after one more plot, beside SQL's own sums; and on a device.
import { PRESETS } from '@arbolito/core';
import pg from 'pg';
import { Book } from '../web/src/book/book';
import { rowsOf } from '../web/src/book/rows-of';
import { resultsOf } from '../web/src/book/survey-results';
import type { AnyRecord } from '../web/src/contract/envelope';
import { copyBook, pushRecords } from './bulk';
import { manyPlots } from './many-plots';

const { address, admin, sizes } = JSON.parse(process.argv[2] ?? '{}') as { address: string; admin: pg.ClientConfig; sizes: number[] };
const options = PRESETS['forest-metric'].options;
const timed = async <T>(work: () => Promise<T> | T): Promise<{ readonly ms: number; readonly of: T }> => {
  const t = performance.now();
  const of = await work();
  return { ms: performance.now() - t, of };
};
/** Asks until it is there; a server that is still at it says so. */
async function results(survey: string, query = ''): Promise<{ stand: { whole: { volume: { mean: number } } } }> {
  for (;;) {
    const answer = await fetch(`${address}/api/v1/surveys/${survey}/results${query}`);
    if (answer.status === 200) return (await answer.json()) as never;
    if (answer.status !== 202) throw new Error(await answer.text());
    await new Promise((done) => setTimeout(done, 20));
  }
}

const client = new pg.Client(admin);
await client.connect();
const lines: object[] = [];
for (const size of sizes) {
  const [survey = ''] = await copyBook(client, [size], options, manyPlots);
  await client.query('analyze');
  const first = await timed(() => results(survey));
  // filed by tree once and for all; derived anew is what a new program or a changed species asks for
  const anew: number[] = [];
  for (let i = 0; i < 5; i++) {
    await client.query("update derived.survey_state set code = 'another', built = ''; delete from derived.survey_answer");
    anew.push((await timed(() => results(survey))).ms);
  }
  const kept: number[] = [];
  for (let i = 0; i < 11; i++) kept.push((await timed(() => results(survey))).ms);
  const other = await timed(() => results(survey, '?confidence=90'));
  const sql = await timed(() =>
    client.query(
      `select plot, species, count(*), sum((figures->>'basalArea')::float8 * 10000 / (pi() * 12.62 ^ 2)), sum((figures->>'volume')::float8 * 10000 / (pi() * 12.62 ^ 2)) from derived.tree_row where scope = $1 group by plot, species`,
      [survey],
    ),
  );
  const { rows } = await client.query<{ sent: string }>(
    "select sent from record where scope = $1 and kind in ('stratum') order by seq limit 1",
    [survey],
  );
  const stratum = JSON.parse(rows[0]?.sent ?? '{}') as AnyRecord;
  // the first of them finds a thread that has worked out no tree yet
  const pushed: number[] = [];
  for (let i = 0; i < 7; i++) {
    await pushRecords(address, onePlot(survey, stratum.entity));
    pushed.push((await timed(() => results(survey))).ms);
    await new Promise((done) => setTimeout(done, 2000));
  }
  lines.push({
    size,
    first: first.ms,
    anew: anew.toSorted((a, b) => a - b)[2],
    anewFirst: anew[0],
    kept: kept.sort((a, b) => a - b)[9],
    other: other.ms,
    sql: sql.ms,
    pushed: pushed.toSorted((a, b) => a - b)[3],
    pushedFirst: pushed[0],
  });
}
await client.end();

const device = manyPlots(10_000, options);
const book = new Book(device.records);
const survey = book.find('survey', device.survey);
const protocol = book.protocolOf(survey);
if (!survey || !protocol) throw new Error('the bench made no survey');
const rows = rowsOf(book, device.survey, protocol.options);
const asked = { confidence: 0.95, intervals: 'sampling' } as const;
resultsOf(book, survey, protocol.options, rows, asked);
const own = await timed(() => resultsOf(book, survey, protocol.options, rows, asked));
const all = await timed(() => resultsOf(book, survey, protocol.options, rows, { ...asked, intervals: 'all' }));
console.log(JSON.stringify({ lines, device: own.ms, deviceAll: all.ms }));

/** One more plot of a survey: fifty called trees. */
function onePlot(scope: string, stratum: string): AnyRecord[] {
  const { records } = manyPlots(50, options);
  const plot = records.find((r) => r.kind === 'plot') as AnyRecord;
  const trees = records.filter((r) => r.kind === 'tree' && r.body.called);
  return [plot, ...trees].map((r) => ({
    ...r,
    body: { ...r.body, survey: scope, ...(r.kind === 'plot' ? { stratum, name: 'one more' } : { species: null }) },
  })) as AnyRecord[];
}
