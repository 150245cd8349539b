import { PRESETS } from '@arbolito/core';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Book } from '../book/book';
import type { AnyRecord } from '../contract/envelope';
import { countScopes, surveyLines } from './scope-repository';
import { push } from './sync-service';
import { pullAll, testDatabase } from './test-database';

let t: Awaited<ReturnType<typeof testDatabase>>;
beforeAll(async () => {
  t = await testDatabase();
});
afterAll(() => t.drop());

const records: AnyRecord[] = [];
const make = (kind: string, body: object, previous?: AnyRecord): AnyRecord => {
  const id = v7();
  const record = {
    id,
    entity: previous?.entity ?? id,
    supersedes: previous?.id ?? null,
    kind,
    schema: 1,
    device: 'test',
    person: null,
    at: new Date().toISOString(),
    body,
  } as unknown as AnyRecord;
  records.push(record);
  return record;
};
const store = async () => {
  const { answers } = await push(t.db, records);
  expect(answers.map((a) => a.status).filter((s) => s !== 'stored' && s !== 'known')).toEqual([]);
  const lines = (await surveyLines(t.db, null, 100)).filter((l) => l.name !== null && !l.struck);
  // what the push kept up is what is counted from the records
  await countScopes(t.db);
  expect((await surveyLines(t.db, null, 100)).filter((l) => l.name !== null && !l.struck)).toEqual(lines);
  return lines;
};

describe('the list of surveys a page is sent with', () => {
  it('follows corrections, moves and retractions as the book on a device does', async () => {
    const protocol = make('protocol', { name: 'x', preset: 'forest-metric', options: PRESETS['forest-metric'].options });
    const survey = (name: string, previous?: AnyRecord) =>
      make('survey', { name, kind: 'every-tree', protocol: protocol.id, place: null }, previous);
    const tree = (inSurvey: AnyRecord, tag: string, previous?: AnyRecord) =>
      make('tree', { survey: inSurvey.entity, plot: null, tag, species: null }, previous);
    const [north, south] = [survey('North'), survey('South')];
    const one = tree(north, '1');
    tree(north, '2');
    expect(await store()).toEqual([
      expect.objectContaining({ name: 'North', trees: 2 }),
      expect.objectContaining({ name: 'South', trees: 0 }),
    ]);

    const renamed = survey('North slope', north);
    const felled = tree(north, '1', one);
    expect(await store()).toEqual([
      expect.objectContaining({ id: north.id, name: 'North slope', trees: 2 }),
      expect.objectContaining({ name: 'South', trees: 0 }),
    ]);

    make('retraction', { record: felled.id, reason: 'not changed after all' });
    make('retraction', { record: renamed.id, reason: null });
    const lines = await store();
    expect(lines).toEqual([expect.objectContaining({ name: 'North', trees: 2 }), expect.objectContaining({ name: 'South', trees: 0 })]);

    // the server's list and the device's book are the same list
    const book = new Book(await pullAll(t.db));
    expect(book.all('survey').map((s) => ({ name: s.body.name, trees: book.treesOf(s.entity).length }))).toEqual(
      lines.map(({ name, trees }) => ({ name, trees })),
    );

    const gone = make('retraction', { record: south.id, reason: null });
    expect((await store()).map((l) => l.name)).toEqual(['North']);
    // a retraction taken back takes nothing back, and one taken back twice does again
    const back = make('retraction', { record: gone.id, reason: null });
    expect((await store()).map((l) => l.name)).toEqual(['North', 'South']);
    make('retraction', { record: back.id, reason: null });
    expect((await store()).map((l) => l.name)).toEqual(['North']);

    // a tree in a plot that is struck out goes with it, and one that leaves the plot comes back
    const plot = make('plot', { survey: north.entity, stratum: null, name: 'P1' });
    const inPlot = make('tree', { survey: north.entity, plot: plot.id, tag: '3', species: null });
    expect(await store()).toEqual([expect.objectContaining({ trees: 3 })]);
    make('strike-out', { entity: plot.id, reason: 'not reached' });
    expect(await store()).toEqual([expect.objectContaining({ trees: 2 })]);
    make('tree', { survey: north.entity, plot: null, tag: '3', species: null }, inPlot);
    expect(await store()).toEqual([expect.objectContaining({ trees: 3 })]);
    make('strike-out', { entity: inPlot.id, reason: 'a shrub' });
    expect(await store()).toEqual([expect.objectContaining({ trees: 2 })]);

    // struck out: gone with its trees, and there again when that is taken back
    make('strike-out', { entity: one.id, reason: 'counted twice' });
    expect(await store()).toEqual([expect.objectContaining({ name: 'North', trees: 1 })]);
    const struck = make('strike-out', { entity: north.id, reason: null });
    expect(await store()).toEqual([]);
    make('retraction', { record: struck.id, reason: null });
    const last = await store();
    expect(last).toEqual([expect.objectContaining({ name: 'North', trees: 1 })]);
    const now = new Book(await pullAll(t.db));
    expect(now.all('survey').map((s) => ({ name: s.body.name, trees: now.treesOf(s.entity).length }))).toEqual(
      last.map(({ name, trees }) => ({ name, trees })),
    );
  });
});
