import { demoRecords } from '@arbolito/demo';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { AnyRecord } from '../contract/envelope';
import { Book } from './book';
import { makeRecord } from './make-records';
import { pagesOf } from './pages';
import { isDoubtful, tallyOf } from './summary';

const { records, truth } = demoRecords();
const demo = records as unknown as AnyRecord[];
const book = new Book(demo);
const survey = (name: string) => book.all('survey').find((s) => s.body.name === name)?.id ?? '';
const maker = { device: 'desk', person: null, now: new Date('2026-06-01T10:00:00Z'), newId: v7 };

describe('a survey’s page', () => {
  it('sums what its trees truly hold, within what the heights leave open', () => {
    const t = tallyOf(book, survey('Monte Umbrío'));
    const real = truth.filter((x) => x.scene === 'monte-umbrio');
    expect(t?.rows).toHaveLength(real.length);
    const sound = real.filter((x) => x.blunder !== 'girth-as-diameter');
    const derived = new Map(t?.rows.map((r) => [r.id, r.result]));
    const g = sound.reduce((s, x) => {
      const dbh = derived.get(x.id)?.dbh;
      return s + (dbh?.ok ? dbh.value.basalArea : Number.NaN);
    }, 0);
    const trueG = sound.reduce((s, x) => s + (Math.PI / 4) * x.dbh ** 2, 0);
    expect(g / trueG).toBeGreaterThan(0.98);
    expect(g / trueG).toBeLessThan(1.01);
    expect(t?.sums.total.trees).toBe(real.length);
    expect(t?.sums.total.without.volume).toBe(real.length - (t?.withHeight ?? 0));
    expect(t?.sums.species.reduce((s, l) => s + l.volume, 0)).toBeCloseTo(t?.sums.total.volume ?? 0, 9);
  });

  it('finds the girth that was entered as a diameter, and hardly anything else', () => {
    const t = tallyOf(book, survey('Monte Umbrío'));
    const found = t?.rows.filter(isDoubtful) ?? [];
    const planted = truth.find((x) => x.blunder === 'girth-as-diameter');
    expect(found.map((r) => r.id)).toContain(planted?.id);
    expect(found.find((r) => r.id === planted?.id)?.findings[0]?.code).toBe('circumference-as-diameter');
    expect(found.length).toBeLessThanOrEqual(2);
    expect(tallyOf(book, survey('Tansy Creek tract'))?.rows.filter(isDoubtful)).toEqual([]);
  });

  it('tells a point that moved since the last visit, and sums stems by their basal area', () => {
    const t = tallyOf(book, survey('Puerto Lenga'));
    expect(t?.rows.filter(isDoubtful).map((r) => [r.tag, r.findings[0]?.code])).toEqual([['F 03', 'pom-moved']]);
    const three = t?.rows.find((r) => r.tag === 'M 04')?.result;
    expect(three?.dbh).toMatchObject({ ok: false, code: 'stems-stand-alone' });
    expect(three?.basalArea.ok && three.basalArea.value.value).toBeCloseTo((Math.PI / 4) * (0.231 ** 2 + 0.204 ** 2 + 0.148 ** 2), 2);
    expect(t?.sums.total.without.basalArea).toBe(0);
    // the readings of three years ago are another measurement
    expect(t?.rows.find((r) => r.tag === 'M 06')?.result?.dbh).toMatchObject({ ok: true, value: { pom: 0.6, readings: 1 } });
  });

  it('uses the eye height of whoever measured', () => {
    const t = tallyOf(book, survey('Tansy Creek tract'));
    const stations = t?.rows.flatMap((r) => r.result?.stations ?? []).flatMap((s) => (s.ok ? [s.value] : [])) ?? [];
    expect(stations.length).toBeGreaterThan(10);
    expect(stations.every((s) => s.eyeHeight === 1.68 && !s.eyeHeightAssumed)).toBe(true);
  });

  it('withholds a tree whose reading is contested, and says so', () => {
    const reading = records.find((r) => r.kind === 'reading') as unknown as Extract<AnyRecord, { kind: 'reading' }>;
    const fix = (value: number) =>
      makeRecord(
        maker,
        'reading',
        { ...reading.body, read: { ...reading.body.read, value } as typeof reading.body.read },
        reading,
      ) as AnyRecord;
    const disputed = new Book([...demo, fix(30), fix(31)]);
    const t = tallyOf(disputed, survey('Monte Umbrío'));
    const row = t?.rows[0];
    expect(row?.trouble).toMatch(/contradict/);
    expect(row?.result?.dbh).toMatchObject({ ok: false, code: 'no-diameter' });
    expect(t?.sums.total.without.basalArea).toBe(1);
  });

  it('leaves out a tree that was taken back, and has nothing for an unknown survey', () => {
    const tree = truth.find((x) => x.scene === 'tansy-creek');
    const without = new Book([...demo, makeRecord(maker, 'retraction', { record: tree?.id ?? '', reason: null }) as AnyRecord]);
    expect(tallyOf(without, survey('Tansy Creek tract'))?.rows).toHaveLength(25);
    expect(tallyOf(book, v7())).toBeNull();
  });
});

describe('the field book', () => {
  it('has a page for each survey, the last one worked in first', () => {
    const pages = pagesOf(book, 'desk');
    expect(pages.map((p) => p.name)).toEqual(['Monte Umbrío', 'Puerto Lenga', 'Tansy Creek tract', 'Araucarias of Cerro Tildemar']);
    expect(pages[0]).toMatchObject({ trees: 62, withoutDiameter: 0, typicalError: expect.stringMatching(/^0\.\d m$/) });
    expect(pages[1]).toMatchObject({ trees: 17, doubtful: 1 });
    expect(pages[2]).toMatchObject({ trees: 26, doubtful: 0, typicalError: expect.stringMatching(/ ft$/) });
  });
  it('tells another device’s single trees apart', () => {
    const protocol = records.find((r) => r.kind === 'protocol');
    const single = (device: string) =>
      makeRecord({ ...maker, device }, 'survey', {
        name: 'Single trees',
        kind: 'single-trees',
        protocol: protocol?.id ?? '',
        place: null,
      }) as AnyRecord;
    const pages = pagesOf(new Book([...demo, single('desk'), single('phone')]), 'desk');
    expect(pages.map((p) => p.name)).toEqual(expect.arrayContaining(['Single trees', 'Single trees, another device']));
  });
});
