import fc from 'fast-check';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { AnyRecord } from '../contract/envelope';
import { kindOf } from '../contract/kinds/define';
import { KINDS } from '../contract/kinds/index';
import { Book } from './book';
import { makeRecord, NewerThing } from './make-records';
import { JUDGED_TOOLS } from './paired-diameters';
import { RecordIndex } from './record-index';
import { sheetOf } from './summary';
import { everything, next, reading, record, retract, strike } from './test-everything';

/** Everything a page could show of a book. */
function said(book: Book) {
  const people = book.all('person').map((p) => p.entity);
  const surveys = book.all('survey').map((s) => s.entity);
  return {
    trees: book.kind('tree').map((t) => book.tree(t.entity)),
    sheets: surveys.map((s) => sheetOf(book, s)),
    lists: surveys.map((s) => [book.treesOf(s), book.lastTreeOf(s), book.treesOf(s).map((t) => book.openStrikeOuts(t.entity))]),
    kit: people.map((p) => ({
      reach: book.kit.bodyMeasure(p, 'reach'),
      pace: [null, ...surveys].map((s) => book.kit.paceOn(p, '2026-06-01', s)),
      tools: [null, ...surveys].map((s) => JUDGED_TOOLS.map((t) => book.kit.toolRecord(p, t, s))),
      everywhere: JUDGED_TOOLS.map((t) => book.kit.pairedEverywhere(p, t)),
    })),
    unread: book.unread,
  };
}

describe('a book that grows', () => {
  const records = everything();
  const whole = said(new Book(records));

  it('says what it says from scratch, whatever came in which order and in how many parts', () => {
    fc.assert(
      fc.property(
        fc.shuffledSubarray(records, { minLength: records.length }),
        fc.array(fc.integer({ min: 1, max: 12 }), { minLength: records.length }),
        fc.boolean(),
        (shuffled, sizes, looked) => {
          let book = new Book();
          for (let at = 0, i = 0; at < shuffled.length; at += sizes[i++] as number) {
            book = book.add(shuffled.slice(at, at + (sizes[i] as number))).book;
            // what was looked at on the way is remembered, and must not be believed for too long
            if (looked && i % 3 === 0) said(book);
          }
          expect(said(book)).toEqual(whole);
          expect(said(book.add(shuffled).book)).toEqual(whole);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('says which trees and surveys something new touches', () => {
    const book = new Book(records);
    const tree = records.find((r) => r.kind === 'tree') as AnyRecord;
    const stem = records.find((r) => r.kind === 'stem') as AnyRecord;
    const visit = records.find((r) => r.kind === 'visit') as AnyRecord;
    const person = records[0] as AnyRecord;
    const others = book.all('tree').filter((t) => t.entity !== tree.id);
    const before = others.map((t) => book.tree(t.entity));
    const { book: grown, touched } = book.add([reading(stem, visit, { kind: 'logs', value: 2 }, person)]);
    expect([...touched.trees]).toEqual([tree.id]);
    expect(touched.shared).toBe(false);
    // the others are the very same: nothing of them is gathered or derived again
    expect(others.map((t) => grown.tree(t.entity)).every((t, i) => t === before[i])).toBe(true);
    expect(grown.tree(tree.id)).not.toBe(before[0]);
    expect(grown).not.toBe(book);
  });

  it('takes back a taking back, and says of a struck tree nothing until that is taken back', () => {
    const tagged = (tag: string) => new Book(records).all('tree').find((t) => t.body.tag === tag);
    const book = new Book(records);
    expect(book.tree(tagged('0')?.entity ?? '')?.inForce[0]).toMatchObject({ value: 40 });
    expect(tagged('3')).toBeDefined();
    // in a plot that is struck out
    expect(tagged('4')).toBeUndefined();
    expect(
      sheetOf(book, records.find((r) => r.kind === 'survey')?.id ?? '')?.rows.map((r) => `${r.tag}${r.struck ? ' struck' : ''}`),
    ).toEqual(['0', '2', '3', '4 struck']);
  });

  it('follows retractions however many come at once, and is not hung by a store that is spoiled', () => {
    const trees = Array.from({ length: 3000 }, (_, i) => record('tree', { survey: 's', plot: null, tag: `${i}`, species: null }));
    const back = trees.map(retract);
    const again = back.filter((_, i) => i % 2 === 0).map(retract);
    const book = new Book([...trees, ...back, ...again]);
    expect(book.all('tree').map((t) => t.body.tag)).toEqual(trees.flatMap((_, i) => (i % 2 === 0 ? [`${i}`] : [])));
    const circle = [0, 1, 2].map(() => record('retraction', { record: '', reason: null }));
    const spoiled = circle.map((r, i) => ({ ...r, body: { record: circle[(i + 1) % 3]?.id, reason: null } }) as AnyRecord);
    expect(new Book([...trees, ...spoiled]).all('tree')).toHaveLength(3000);
  });

  it('brings no blunder back when what was corrected is struck out', () => {
    const blunder = records.find((r) => r.kind === 'reading') as AnyRecord;
    const book = new Book([...records, strike(blunder)]);
    const { trees } = { trees: book.all('tree') };
    const diameters = book.tree(trees[0]?.entity ?? '')?.inForce.filter((r) => r.kind === 'diameter') ?? [];
    expect(diameters.map((r) => 'value' in r && r.value)).toEqual([31]);
  });

  it('keeps what hangs on a visit that two people say differently, and says so', () => {
    const row = whole.sheets[1]?.rows.find((r) => r.tag === '5');
    expect(row?.readings).toBeGreaterThan(0);
    expect(row).toMatchObject({ conflicts: 1, trouble: expect.stringContaining('different values for a visit') });
  });

  it('finds what is struck out where it is named: a species off the list changes no tree', () => {
    const spruce = records.find((r) => r.kind === 'species') as AnyRecord;
    const book = new Book([...records, strike(spruce)]);
    expect(book.all('species')).toEqual([]);
    expect(book.tree(book.all('tree')[1]?.entity ?? '')?.species).toEqual({ crown: 'conifer', formFactor: 0.47 });
  });
});

describe('an older and a newer program', () => {
  const maker = { device: 'd', person: null, now: new Date('2026-06-01T10:00:00Z'), newId: v7 };
  const visit = record('visit', { tree: 't', on: '2026-05-01' });
  const corrected = { ...next(visit, {}), schema: 2, body: { tree: 't', on: '2026-05-02', weather: 'rain' } } as unknown as AnyRecord;
  const newer = {
    ...KINDS,
    visit: kindOf({ ...KINDS.visit, schema: 2, upgrades: [(body) => ({ ...body, weather: 'not recorded' })] }),
    leaf: kindOf({}),
  };
  const leaf = record('leaf', { shape: 'serrate' });

  it('read what the older wrote as the newer writes it', () => {
    const index = new RecordIndex(newer);
    index.add([visit, leaf]);
    expect(index.entry(visit.id)?.heads).toMatchObject([{ body: { tree: 't', on: '2026-05-01', weather: 'not recorded' } }]);
    expect(index.unread).toBe(0);
    expect(index.entry(leaf.id)?.heads).toHaveLength(1);
  });
  it('show what they know of what the newer wrote, say so, and change nothing of it', () => {
    const book = new Book([visit, corrected, leaf]);
    expect(book.unread).toBe(2);
    const thing = book.find('visit', visit.id);
    expect(thing).toMatchObject({ body: { on: '2026-05-02' }, newer: true });
    expect(() => makeRecord(maker, 'visit', { tree: 't', on: '2026-05-03' }, thing ?? undefined)).toThrow(NewerThing);
    expect(book.has(leaf.id)).toBe(true);
  });
  it('agree once both have both, whoever wrote last', () => {
    const index = new RecordIndex(newer);
    index.add([corrected, visit]);
    expect(index.entry(visit.id)?.heads).toMatchObject([{ id: corrected.id, body: { weather: 'rain' } }]);
  });
  it('write two sights in their own word, which the older had not', () => {
    const old = record('determination', { stem: 's', visit: 'v', quantity: 'height', method: 'tangent', protocol: 'p' }, { schema: 1 });
    expect(new Book([old]).find('determination', old.id)?.body.method).toBe('two-sights');
  });
});
