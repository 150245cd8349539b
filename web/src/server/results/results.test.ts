import { PRESETS } from '@arbolito/core';
import { demoRecords } from '@arbolito/demo';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
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
import { FIRST } from '../../derivation/store';
import { push } from '../sync-service';
import { testDatabase } from '../test-database';
import { type AskedResults, keptAnswer } from './answer';
import { stateOf } from './derivation-store';
import { partAfter } from './filing';
import { rebuildAll } from './rebuild';
import { answerHere, deriveHere } from './test-derive';
import { standRowsIn } from './tree-rows';
import { VERSION } from './version';

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
  return protocol ? rowsOf(book, survey, protocol.options).map(standRow) : [];
};
const asked: AskedResults = { confidence: 0.95, intervals: 'sampling', units: null, errors: [10] };
/** The figures of a survey as they are answered. */
const answered = async (survey: string) => JSON.parse((await answerHere(t.db, survey, asked)) ?? '{}') as ResultsResponse;
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
      const state = await deriveHere(t.db, survey, { atOnce: 600 });
      if (!state) throw new Error(name);
      const rows = onADevice(DEMO, survey);
      expect(await standRowsIn(t.db, survey)).toEqual(rows);
      const answer = await answered(survey);
      const book = new Book(DEMO);
      const record = book.find('survey', survey);
      const protocol = book.protocolOf(record);
      if (!record || !protocol) throw new Error(name);
      const { result } = standOf(preparedOf(book, { survey: record, options: protocol.options }, rows), asked);
      expect(answer.stand.whole?.counted).toBe(result.whole?.counted);
      expect(answer.stand.whole?.volume?.cv ?? null).toBe(result.whole?.volume?.cv ? result.whole.volume.cv * 100 : null);
      expect(await keptAnswer(t.db, survey, asked, state)).toBe(JSON.stringify(answer));
      expect(await keptAnswer(t.db, survey, asked, { ...state, version: { ...VERSION, code: 'another' } })).toBeNull();
    }
  });

  it('work out only what something new may change', async () => {
    await store(DEMO);
    const survey = surveyNamed('Monte Umbrío');
    await deriveHere(t.db, survey);
    const trees = DEMO.filter((r) => r.kind === 'tree' && r.body.survey === survey);
    const plots = DEMO.filter((r) => r.kind === 'plot' && r.body.survey === survey && r.id === r.entity);
    const touched = async (...records: readonly AnyRecord[]) => {
      await store(records);
      const told: string[] = [];
      await deriveHere(t.db, survey, { tell: (part) => void told.push(...part.made) });
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
      { ...(plots[0]?.body as never as object), slope: 17 } as never,
      thingOf(plots[0] as RecordOf<'plot'>),
    ) as AnyRecord;
    expect(new Set(await touched(changed))).toEqual(new Set(own));
    // a species whose figures change: every tree is looked at, and those of the species are made anew
    const species = DEMO.find((r) => r.kind === 'species') as AnyRecord & { kind: 'species' };
    const other = makeRecord(maker, 'species', { ...species.body, figures: { formFactor: 0.5 } }, thingOf(species)) as AnyRecord;
    const ofSpecies = [...trees, there].filter((r) => r.kind === 'tree' && r.body.species === species.entity).map((r) => r.entity);
    expect(new Set(await touched(other))).toEqual(new Set(ofSpecies));
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
            await deriveHere(t.db, survey);
          }
          expect(await standRowsIn(t.db, survey)).toEqual(onADevice(ordered, survey));
        })
        .afterEach(async () => {
          await t.drop();
          t = await testDatabase();
        }),
      { numRuns: 4 },
    );
  });

  it('that were interrupted are made to the end the next time; a rebuild makes all of them anew', async () => {
    const many = manyTrees(230, PRESETS['forest-metric'].options);
    await store(many.records);
    const tell = ({ trees }: { trees: number }) => {
      if (trees > 0) throw new Error('killed');
    };
    await expect(deriveHere(t.db, many.survey, { tell, atOnce: 500 })).rejects.toThrow('killed');
    const half = await stateOf(t.db, many.survey);
    expect(half).toMatchObject({ cursor: null, pass: expect.any(String) });
    expect(half?.done).toBeGreaterThan(0);
    const trees: string[] = [];
    await deriveHere(t.db, many.survey, { tell: (part) => void trees.push(...part.made), atOnce: 500 });
    // those that were kept are left as they are
    expect(trees.length).toBeLessThan(230);
    expect(await stateOf(t.db, many.survey)).toMatchObject({ pass: null, done: 230 });
    const before = await standRowsIn(t.db, many.survey);
    expect(before).toEqual(onADevice(many.records, many.survey));
    // whatever was spoiled of what is derived
    await t.pool.query("update derived.tree_row set figures = '{}', errors = null; update derived.survey_answer set answer = '{}'");
    await t.pool.query('update derived.filed set tree = null');
    const names = new Set<string>();
    expect(await rebuildAll(t.url, { trees: (name) => void names.add(name), failed: expect.unreachable })).toBeGreaterThan(0);
    expect(names.size).toBeGreaterThan(0);
    expect(await standRowsIn(t.db, many.survey)).toEqual(before);
  });

  it('are worked out part by part, each tree once; what comes out the same is not written again', async () => {
    const many = manyTrees(120, PRESETS['forest-metric'].options);
    await store(many.records);
    await deriveHere(t.db, many.survey, { atOnce: 500 });
    const trees = (await standRowsIn(t.db, many.survey)).map((r) => r.id);
    expect(trees).toHaveLength(120);
    for (const [records, most] of [
      [70, 7],
      [65, 7],
      [1000, 100],
      [1, 1],
    ] as const) {
      const parts: string[] = [];
      for (let to = await partAfter(t.db, many.survey, FIRST, records); to; to = await partAfter(t.db, many.survey, to, records))
        parts.push(to);
      expect(parts).toEqual(trees.filter((_, i) => (i + 1) % most === 0 || i === trees.length - 1));
    }
    const versions = async () => (await t.pool.query('select tree, xmin::text from derived.tree_row order by tree')).rows;
    const before = await versions();
    // a species that nobody names changes nothing, though every tree is looked at for it
    const species = makeRecord(maker, 'species', { code: 'xx', name: 'Unheard of', latin: null, figures: {} });
    const renamed = makeRecord(maker, 'species', { ...species.body, name: 'Heard of' }, thingOf(species));
    await store([species, renamed] as AnyRecord[]);
    await deriveHere(t.db, many.survey);
    expect(await versions()).toEqual(before);
  });

  it('have no tree whose only version was taken back, at once and after a rebuild', async () => {
    const many = manyTrees(10, PRESETS['forest-metric'].options);
    await store(many.records);
    const undone = many.records.findLast((r) => r.kind === 'tree') as AnyRecord;
    const trees = async () => (await standRowsIn(t.db, many.survey)).map((r) => r.id);
    const answer = () => answered(many.survey);
    expect((await answer()).stand.whole?.counted).toBe(10);
    await store([makeRecord(maker, 'retraction', { record: undone.id, reason: 'taken back' }) as AnyRecord]);
    expect((await answer()).stand.whole?.counted).toBe(9);
    expect(await trees()).not.toContain(undone.id);
    await rebuildAll(t.url, { trees: () => {}, failed: expect.unreachable });
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
    await deriveHere(t.db, survey);
    expect(await standRowsIn(t.db, survey)).toEqual(onADevice([...DEMO, ...two], survey));
    const rows = await standRowsIn(t.db, survey);
    expect(rows.filter((r) => r.conflicts > 0)).toMatchObject([{ conflicts: 1, dbh: expect.closeTo(0.45, 9) }]);
    const { stand } = await answered(survey);
    expect(stand.notes).toContainEqual(expect.objectContaining({ code: 'conflicts', of: [expect.any(String)] }));
  });

  it('keep the figures of a species that was struck out of the list', async () => {
    await store(DEMO);
    const survey = surveyNamed('Monte Umbrío');
    const answer = () => answered(survey);
    const before = (await answer()).stand.whole?.volume;
    const species = DEMO.filter((r) => r.kind === 'species');
    await store(species.map((s) => makeRecord(maker, 'strike-out', { entity: s.entity, reason: 'not ours' }) as AnyRecord));
    expect((await answer()).stand.whole?.volume).toEqual(before);
  });
});
