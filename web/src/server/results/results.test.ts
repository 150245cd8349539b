import { PRESETS } from '@arbolito/core';
import { demoRecords } from '@arbolito/demo';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { manyPlots } from '../../../../scripts/many-plots';
import { manyTrees } from '../../../../scripts/many-trees';
import { Book } from '../../book/book';
import { type Maker, makeRecord } from '../../book/make-records';
import { preparedOf } from '../../book/prepare-survey';
import { rowsOf } from '../../book/rows-of';
import { standOf } from '../../book/stand';
import { type StandRow, standRow } from '../../book/stand-row';
import { thingOf } from '../../book/test-thing';
import type { AnyRecord, RecordOf } from '../../contract/envelope';
import type { ResultsResponse } from '../../contract/expand-answer';
import { push } from '../sync-service';
import { testDatabase } from '../test-database';
import { type AskedResults, answerFor, keptAnswer } from './answer';
import { bringUp, derivationOf, isUpToDate, NONE } from './bring-up';
import { partAfter } from './filing';
import { keptRowsOf } from './kept-rows';
import { rowsOfPart } from './part';
import { rebuildAll } from './rebuild';
import { partIn, textOf } from './row-text';

let t: Awaited<ReturnType<typeof testDatabase>>;
beforeEach(async () => {
  t = await testDatabase();
});
afterEach(() => t.drop());

const { records: DEMO } = demoRecords() as unknown as { records: readonly AnyRecord[] };
const surveyNamed = (name: string) => DEMO.find((r) => r.kind === 'survey' && r.body.name === name)?.entity ?? '';
const store = async (records: readonly AnyRecord[]) => {
  for (let i = 0; i < records.length; i += 1000) {
    const { answers } = await push(t.db, records.slice(i, i + 1000));
    expect(new Set(answers.map((a) => a.status))).toEqual(new Set(['stored']));
  }
};
/** What a device that has all of it makes of it. */
const onADevice = (records: readonly AnyRecord[], survey: string): readonly StandRow[] => {
  const book = new Book(records);
  const protocol = book.protocolOf(book.find('survey', survey));
  return protocol ? rowsOf(book, survey, { protocol: protocol.options }).map(standRow) : [];
};
const asked: AskedResults = { confidence: 0.95, intervals: 'sampling', units: null, errors: [10] };
const PROGRAM = 'p';
let made = 0;
const maker: Maker = {
  device: 'd',
  person: null,
  now: new Date('2026-06-01T09:00:00Z'),
  newId: () => `01a30000-0000-7000-8000-${String(++made).padStart(12, '0')}`,
};

describe('results on the server', () => {
  it('are those of a device, tree by tree and in sum, and are kept with what they came from', async () => {
    await store(DEMO);
    for (const name of ['Monte Umbrío', 'Tansy Creek tract', 'Puerto Lenga']) {
      const survey = surveyNamed(name);
      // in several parts: trees that judge each other's tools lie in some of them and count for all
      const state = await bringUp(t.db, survey, PROGRAM, { atOnce: 600 });
      expect(state).toMatchObject({ through: null });
      const rows = onADevice(DEMO, survey);
      expect(await keptRowsOf(t.db, survey)).toEqual(rows);
      if (!state) continue;
      const answer = JSON.parse((await answerFor(t.db, state, asked)) ?? '{}') as ResultsResponse;
      const book = new Book(DEMO);
      const record = book.find('survey', survey);
      const protocol = book.protocolOf(record);
      if (!record || !protocol) throw new Error(name);
      const { result } = standOf(preparedOf(book, { survey: record, options: protocol.options }, rows), asked);
      expect(answer.stand.whole?.counted).toBe(result.whole?.counted);
      expect(answer.stand.whole?.volume?.cv ?? null).toBe(result.whole?.volume?.cv ? result.whole.volume.cv * 100 : null);
      expect(await keptAnswer(t.db, survey, asked, state)).toBe(JSON.stringify(answer));
      expect(await isUpToDate(t.db, survey, PROGRAM)).toBe(true);
      expect(await isUpToDate(t.db, survey, 'another program')).toBe(false);
    }
  });

  it('work out only what something new may change', async () => {
    await store(DEMO);
    const survey = surveyNamed('Monte Umbrío');
    await bringUp(t.db, survey, PROGRAM);
    const trees = DEMO.filter((r) => r.kind === 'tree' && r.body.survey === survey);
    const plots = DEMO.filter((r) => r.kind === 'plot' && r.body.survey === survey && r.id === r.entity);
    const touched = async (...records: readonly AnyRecord[]) => {
      await store(records);
      const told: string[] = [];
      await bringUp(t.db, survey, PROGRAM, { tell: (_, list) => void told.push(...list.map((r) => r.id)) });
      return told;
    };
    const tree = trees.at(-1) as AnyRecord & { kind: 'tree' };
    expect(await touched(makeRecord(maker, 'tree', { ...tree.body, note: 'again' }, thingOf(tree)) as AnyRecord)).toEqual([tree.entity]);
    // a new plot and its tree; a new species
    const plot = makeRecord(maker, 'plot', { ...(plots[0]?.body as never as object), name: 'new' } as never) as AnyRecord;
    const there = makeRecord(maker, 'tree', { ...tree.body, plot: plot.entity, tag: 'new·1' } as never) as AnyRecord;
    expect(await touched(plot, there)).toEqual([there.entity]);
    expect(await touched(makeRecord(maker, 'species', { code: 'xx', name: 'Unheard of', latin: null, figures: {} }) as AnyRecord)).toEqual(
      [],
    );
    // a plot that says something else of itself judges its own trees
    const own = trees.filter((r) => r.kind === 'tree' && r.body.plot === plots[0]?.entity).map((r) => r.entity);
    const changed = makeRecord(
      maker,
      'plot',
      { ...(plots[0]?.body as never as object), slope: 12 } as never,
      thingOf(plots[0] as RecordOf<'plot'>),
    ) as AnyRecord;
    expect(new Set(await touched(changed))).toEqual(new Set(own));
    // a species whose figures change may change any tree
    const species = DEMO.find((r) => r.kind === 'species') as AnyRecord & { kind: 'species' };
    const other = makeRecord(maker, 'species', { ...species.body, figures: { formFactor: 0.5 } }, thingOf(species)) as AnyRecord;
    expect((await touched(other)).length).toBeGreaterThan(800);
  });

  it('come out the same however the records came and whenever they were asked for', async () => {
    const options = PRESETS['forest-metric'].options;
    const many = manyTrees(12, options);
    const survey = many.survey;
    const ordered = [...many.records] as unknown as readonly AnyRecord[];
    const cuts = fc.array(fc.integer({ min: 1, max: ordered.length - 1 }), { minLength: 1, maxLength: 5 });
    await fc.assert(
      fc
        .asyncProperty(cuts, async (places) => {
          const at = [0, ...new Set(places.sort((a, b) => a - b)), ordered.length];
          for (let i = 1; i < at.length; i++) {
            await push(t.db, ordered.slice(at[i - 1], at[i]));
            await bringUp(t.db, survey, PROGRAM);
          }
          expect(await keptRowsOf(t.db, survey)).toEqual(onADevice(ordered, survey));
          // counted by what was new each time
          expect(await derivationOf(t.db, survey)).toMatchObject({ trees: 12, done: 12 });
        })
        .afterEach(async () => {
          await t.drop();
          t = await testDatabase();
        }),
      { numRuns: 4 },
    );
  });

  it('that were interrupted go on where they were, and a rebuild makes all of them anew', async () => {
    const options = PRESETS['forest-metric'].options;
    const many = manyTrees(1150, options);
    for (let i = 0; i < many.records.length; i += 1000) await push(t.db, [...many.records.slice(i, i + 1000)]);
    const tell = ({ done }: { done: number }) => {
      if (done >= 1000) throw new Error('killed');
    };
    const stops = bringUp(t.db, many.survey, PROGRAM, { tell, atOnce: 5000 });
    await expect(stops).rejects.toThrow('killed');
    const half = await derivationOf(t.db, many.survey);
    expect(half).toMatchObject({ done: 1000, trees: 1150 });
    expect(half?.through).not.toBeNull();
    const told: string[] = [];
    await bringUp(t.db, many.survey, PROGRAM, { tell: (_, rows) => void told.push(...rows.map((r) => r.id)) });
    expect(told).toHaveLength(150);
    expect(await derivationOf(t.db, many.survey)).toMatchObject({ done: 1150, through: null });
    const before = await keptRowsOf(t.db, many.survey);
    const names: string[] = [];
    expect(await rebuildAll(t.url, { state: (name) => void names.push(name), failed: expect.unreachable })).toBeGreaterThan(0);
    expect(names.length).toBeGreaterThan(1);
    expect(await keptRowsOf(t.db, many.survey)).toEqual(before);
  });

  it('are worked out part by part, each tree once; what comes out the same is not written again', async () => {
    const many = manyTrees(120, PRESETS['forest-metric'].options);
    await store(many.records);
    await bringUp(t.db, many.survey, PROGRAM, { atOnce: 500 });
    const trees = (await keptRowsOf(t.db, many.survey)).map((r) => r.id);
    expect(trees).toHaveLength(120);
    for (const [records, most] of [
      [70, 7],
      [65, 7],
      [1000, 100],
      [1, 1],
    ] as const) {
      const parts: string[] = [];
      for (let to = await partAfter(t.db, many.survey, NONE, records); to; to = await partAfter(t.db, many.survey, to, records))
        parts.push(to);
      expect(parts).toEqual(trees.filter((_, i) => (i + 1) % most === 0 || i === trees.length - 1));
    }
    const versions = async () => (await t.pool.query('select tree, xmin::text from derived.tree_result order by tree')).rows;
    const before = await versions();
    await bringUp(t.db, many.survey, 'another program');
    expect(await versions()).toEqual(before);
    expect(await isUpToDate(t.db, many.survey, 'another program')).toBe(true);
  });

  it('of trees that were called are the same whether they are known to stand alone or not', () => {
    const { records, survey } = manyPlots(120, PRESETS['forest-metric'].options);
    const trees = records.filter((r) => r.kind === 'tree');
    const alone = trees.flatMap((r) => (r.kind === 'tree' && r.body.called ? [r.id] : []));
    const which = { trees: trees.map((r) => r.id) };
    const rows = (known: readonly string[]) => {
      const is = (r: AnyRecord) => known.includes(r.id);
      const made = rowsOfPart(
        survey,
        records.filter((r) => !is(r)),
        records.filter(is),
        which,
      );
      return [...made].sort((a, b) => (a.row.id < b.row.id ? -1 : 1));
    };
    expect(alone).toHaveLength(108);
    expect(rows(alone)).toEqual(rows([]));
    expect(rows(alone).map((r) => r.row)).toEqual(onADevice(records, survey));
    // as they go from one thread to another
    const [worked, said] = [rows(alone).map((r) => r.row), rows(alone).map((r) => r.said)];
    const part = { rows: worked, gone: ['x'] };
    expect(partIn(structuredClone(textOf(part, said)))).toEqual(part);
    expect(partIn(textOf({ rows: [], gone: [] }, []))).toEqual({ rows: [], gone: [] });
  });

  it('have no tree whose only version was taken back, at once and after a rebuild', async () => {
    const many = manyTrees(10, PRESETS['forest-metric'].options);
    await store(many.records);
    const undone = many.records.findLast((r) => r.kind === 'tree') as AnyRecord;
    const trees = async () => (await keptRowsOf(t.db, many.survey)).map((r) => r.id);
    const answer = async () => {
      const state = await bringUp(t.db, many.survey, PROGRAM);
      return JSON.parse((state && (await answerFor(t.db, state, asked))) ?? '{}') as ResultsResponse;
    };
    expect((await answer()).stand.whole?.counted).toBe(10);
    await store([makeRecord(maker, 'retraction', { record: undone.id, reason: 'taken back' }) as AnyRecord]);
    expect((await answer()).stand.whole?.counted).toBe(9);
    expect(await trees()).not.toContain(undone.id);
    await rebuildAll(t.url, { state: () => {}, failed: expect.unreachable });
    expect(await trees()).toHaveLength(9);
  });

  it('use the later of two values, and say of which trees two people entered different ones', async () => {
    await store(DEMO);
    const survey = surveyNamed('Monte Umbrío');
    const reading = DEMO.find((r) => r.kind === 'reading' && r.body.read.kind === 'diameter') as RecordOf<'reading'>;
    const fix = (value: number) =>
      makeRecord(maker, 'reading', { ...reading.body, read: { ...reading.body.read, value } as never }, thingOf(reading)) as AnyRecord;
    const two = [fix(44), fix(45)];
    await store(two);
    const state = await bringUp(t.db, survey, PROGRAM);
    expect(await keptRowsOf(t.db, survey)).toEqual(onADevice([...DEMO, ...two], survey));
    const rows = await keptRowsOf(t.db, survey);
    expect(rows.filter((r) => r.conflicts > 0)).toMatchObject([{ conflicts: 1, dbh: expect.closeTo(0.45, 9) }]);
    const { stand } = JSON.parse((state && (await answerFor(t.db, state, asked))) ?? '{}') as ResultsResponse;
    expect(stand.notes).toContainEqual(expect.objectContaining({ code: 'conflicts', of: [expect.any(String)] }));
  });

  it('keep the figures of a species that was struck out of the list', async () => {
    await store(DEMO);
    const survey = surveyNamed('Monte Umbrío');
    const answer = async () => {
      const state = await bringUp(t.db, survey, PROGRAM);
      return JSON.parse((state && (await answerFor(t.db, state, asked))) ?? '{}') as ResultsResponse;
    };
    const before = (await answer()).stand.whole?.volume;
    const species = DEMO.filter((r) => r.kind === 'species');
    await store(species.map((s) => makeRecord(maker, 'strike-out', { entity: s.entity, reason: 'not ours' }) as AnyRecord));
    expect((await answer()).stand.whole?.volume).toEqual(before);
  });

  it('of a survey that is not there are none', async () => {
    expect(await bringUp(t.db, '01a30000-0000-7000-8000-000000000000', PROGRAM)).toBeNull();
  });
});
