import { demoRecords } from '@arbolito/demo';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { AnyRecord } from '../contract/envelope';
import { Book } from './book';
import { makeRecord } from './make-records';
import { treeOutcome } from './outcome';
import { pagesOf } from './pages';
import { SINGLE_TREES } from './single-trees';
import { type SurveySheet, sheetOf } from './summary';
import { thingOf } from './test-thing';
import { findingsIn, isDoubtful, treesIn } from './tree-row';

const { records, truth } = demoRecords();
const demo = records as unknown as AnyRecord[];
const book = new Book(demo);
const survey = (name: string) => book.all('survey').find((s) => s.body.name === name)?.entity ?? '';
const maker = { device: 'desk', person: null, now: new Date('2026-06-01T10:00:00Z'), newId: v7 };

describe('a survey’s page', () => {
  it('sums what its trees truly hold, within what the heights leave open', () => {
    const t = sheetOf(book, survey('Monte Umbrío'));
    const real = truth.filter((x) => x.scene === 'monte-umbrio');
    // beside those that were measured some were only called: what they truly are nobody measured
    const called = t?.rows.filter((r) => r.readings === 0 && r.called.length > 0) ?? [];
    expect(t?.rows).toHaveLength(real.length + called.length);
    expect(called).toHaveLength(9);
    const all = t?.rows.filter((r) => r.notCounted === null) ?? [];
    const counted = all.filter((r) => !called.includes(r));
    const derived = new Map(counted.map((r) => [r.id, r.basalArea]));
    const sound = real.filter((x) => x.blunder !== 'girth-as-diameter' && derived.has(x.id));
    const g = sound.reduce((s, x) => s + (derived.get(x.id) ?? Number.NaN), 0);
    const trueG = sound.reduce((s, x) => s + (Math.PI / 4) * x.dbh ** 2, 0);
    expect(g / trueG).toBeGreaterThan(0.98);
    expect(g / trueG).toBeLessThan(1.01);
    expect(treesIn(called)).toBe(12);
    expect(t?.head.sums.total.trees).toBe(treesIn(all));
    expect(t?.head.sums.total.without.volume).toBe(treesIn(all.filter((r) => r.height === null)));
    // what lies on the ground, and what stands outside its circle, is in no sum
    const down = records.filter((r) => r.kind === 'tree' && r.body.status === 'down').length;
    expect(t?.head.notCounted.status).toBe(down);
    const out = t?.rows.filter((r) => r.notCounted === 'out') ?? [];
    expect(real.length - counted.length).toBe(down + out.filter((r) => !called.includes(r)).length);
    expect(t?.head.sums.species.reduce((s, l) => s + l.volume, 0)).toBeCloseTo(t?.head.sums.total.volume ?? 0, 9);
  });

  it('finds the girth that was entered as a diameter, and hardly anything else', () => {
    const t = sheetOf(book, survey('Monte Umbrío'));
    const found = t?.rows.filter(isDoubtful) ?? [];
    const planted = truth.find((x) => x.blunder === 'girth-as-diameter');
    expect(found.map((r) => r.id)).toContain(planted?.id);
    const girth = found.find((r) => r.id === planted?.id);
    expect(girth && findingsIn(girth)[0]?.code).toBe('circumference-as-diameter');
    // beside it a tag that was given twice
    expect(found.filter((r) => findingsIn(r)[0]?.code !== 'tag-taken').length).toBeLessThanOrEqual(3);
    expect(sheetOf(book, survey('Tansy Creek tract'))?.rows.filter(isDoubtful)).toEqual([]);
  });

  it('tells a point that moved since the last visit, and sums stems by their basal area', () => {
    const t = sheetOf(book, survey('Puerto Lenga'));
    expect(t?.rows.filter(isDoubtful).map((r) => [r.tag, findingsIn(r)[0]?.code])).toEqual([['F 03', 'pom-moved']]);
    const three = t?.rows.find((r) => r.tag === 'M 04');
    expect(three).toMatchObject({ dbh: null, apart: true });
    expect(three?.basalArea).toBeCloseTo((Math.PI / 4) * (0.231 ** 2 + 0.204 ** 2 + 0.148 ** 2), 2);
    expect(t?.head.sums.total.without.basalArea).toBe(0);
    expect(t?.head.notCounted.status).toBe(t?.rows.filter((r) => r.said.status === 'vacant').length);
    // the readings of three years ago are another measurement
    expect(t?.rows.find((r) => r.tag === 'M 06')?.stems).toEqual([expect.objectContaining({ pom: 0.6 })]);
  });

  it('uses the eye height of whoever measured', () => {
    const t = sheetOf(book, survey('Tansy Creek tract'));
    const results = (t?.rows ?? []).flatMap(({ id }) => {
      const tree = book.tree(id);
      const outcome = tree && treeOutcome(tree, (t as SurveySheet).head.protocol.options);
      return outcome?.ok ? [outcome.result] : [];
    });
    const stations = results.flatMap((r) => r.stations).flatMap((s) => (s.ok ? [s.value] : []));
    expect(stations.length).toBeGreaterThan(10);
    expect(stations.every((s) => s.eyeHeight === 1.68 && !s.eyeHeightAssumed)).toBe(true);
  });

  it('uses the later of two readings that two people entered at once, and says so', () => {
    const reading = records.find((r) => r.kind === 'reading') as unknown as Extract<AnyRecord, { kind: 'reading' }>;
    const fix = (value: number) =>
      makeRecord(
        maker,
        'reading',
        { ...reading.body, read: { ...reading.body.read, value } as typeof reading.body.read },
        thingOf(reading),
      ) as AnyRecord;
    const disputed = new Book([...demo, fix(30), fix(31)]);
    const t = sheetOf(disputed, survey('Monte Umbrío'));
    const row = t?.rows[0];
    expect(row).toMatchObject({ conflicts: 1, trouble: expect.stringMatching(/Two people entered different values for a reading/) });
    expect(row?.dbh).toBeCloseTo(0.31, 6);
    expect(t?.head.sums.total.without.basalArea).toBe(0);
  });

  it('leaves out a tree that was taken back, and has nothing for an unknown survey', () => {
    const tree = truth.find((x) => x.scene === 'tansy-creek');
    const without = new Book([...demo, makeRecord(maker, 'retraction', { record: tree?.id ?? '', reason: null }) as AnyRecord]);
    const before = sheetOf(book, survey('Tansy Creek tract'))?.rows.length ?? 0;
    expect(sheetOf(without, survey('Tansy Creek tract'))?.rows).toHaveLength(before - 1);
    expect(sheetOf(book, v7())).toBeNull();
  });
});

const headsOf = (b: Book) => b.all('survey').flatMap((s) => sheetOf(b, s.entity)?.head ?? []);

describe('the field book', () => {
  it('has a page for each survey, the last one worked in first', () => {
    const pages = pagesOf(headsOf(book));
    expect(pages.map((p) => p.name)).toEqual(['Monte Umbrío', 'Puerto Lenga', 'Tansy Creek tract', 'Araucarias of Cerro Tildemar']);
    expect(pages[0]).toMatchObject({ withoutDiameter: 0, planned: 38, typicalError: expect.stringMatching(/^0\.\d m$/) });
    expect(pages[0]?.plots).toHaveLength(36);
    expect(pages[0]?.plots.map((p) => p.name).slice(8, 11)).toEqual(['9', '10', '11']);
    expect(pages[1]).toMatchObject({ doubtful: 1 });
    expect(pages[1]?.standing).toHaveLength(220);
    expect(pages[2]).toMatchObject({ doubtful: 0, kind: 'points', typicalError: expect.stringMatching(/ ft$/) });
  });
  it('tells the single trees of a device before apart from those of the book', () => {
    const protocol = records.find((r) => r.kind === 'protocol');
    const body = { name: 'Single trees', kind: 'single-trees', protocol: protocol?.id ?? '', place: null } as const;
    const { metric } = SINGLE_TREES;
    const all = [...demo, metric.protocol, metric.survey, makeRecord(maker, 'survey', body)] as AnyRecord[];
    expect(pagesOf(headsOf(new Book(all))).map((p) => p.name)).toEqual(expect.arrayContaining(['Single trees', 'Single trees, earlier']));
  });
});
