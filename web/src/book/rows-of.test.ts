import { describe, expect, it } from 'vitest';
import { Book } from './book';
import { rowsOf, rowsOfTrees } from './rows-of';
import { everything, next, reading, strike } from './test-everything';
import type { TreeRow } from './tree-row';

const all = everything();
const survey = all.find((r) => r.kind === 'survey')?.id ?? '';
const protocolOf = (book: Book) => {
  const options = book.protocolOf(book.find('survey', survey))?.options;
  if (!options) throw new Error('the survey has no protocol');
  return options;
};
const rows = (book: Book, known: readonly TreeRow[] = [], program = 'this') =>
  rowsOf(book, survey, { protocol: protocolOf(book), known: { rows: new Map(known.map((r) => [r.id, r])), program } });

describe('a row that was put by', () => {
  const book = new Book(all);
  const before = rows(book);
  // what nobody would work out: it can only be what was put by
  const marked = before.map((r): TreeRow => ({ ...r, volume: 99 }));

  it('holds while nothing that it follows from changes', () => {
    expect(before.length).toBeGreaterThan(2);
    expect(rows(new Book(all), marked).map((r) => r.volume)).toEqual(before.map((r) => (r.struck ? null : 99)));
    expect(rows(new Book(all), marked, 'another program')).toEqual(
      before.map((r) => (r.struck ? r : { ...r, from: expect.stringMatching(/^another/) })),
    );
  });

  it.each([
    [
      'a reading',
      (r: (typeof all)[number]) => r.kind === 'reading' && r.body.read.kind === 'angle' && r.body.read.target === 'tip',
      {
        read: { kind: 'angle', target: 'tip', value: 91, scale: 'percent' },
      },
    ],
    ['its tag', (r: (typeof all)[number]) => r.kind === 'tree', { tag: 'another' }],
    ['whose reach and eye they are', (r: (typeof all)[number]) => r.kind === 'person', { eyeHeight: 1.9, reach: 0.4 }],
    ['its species', (r: (typeof all)[number]) => r.kind === 'species', { figures: { crown: 'broad', formFactor: 0.3 } }],
  ])('gives way when %s changes', (_, isIt, body) => {
    const of = all.find(isIt) as (typeof all)[number];
    const changed = new Book([...all, next(of, body)]);
    const now = rows(changed, marked);
    expect(now.some((r) => r.volume !== 99)).toBe(true);
    const anew = rows(changed);
    for (const row of now) if (row.volume !== 99) expect(row).toEqual(anew.find((r) => r.id === row.id));
    // and one that stands may only be one that comes out as it did
    for (const row of now) {
      const [was, is] = [before, anew].map((list) => list.find((r) => r.id === row.id));
      if (row.volume === 99) expect(is).toEqual(was);
    }
  });
});

describe('rows of some trees', () => {
  it('are those of all of them, of one that is struck out too', () => {
    const named = all.find((r) => r.kind === 'tree' && r.body.survey === survey && r.body.species) as (typeof all)[number];
    const book = new Book([...all, strike(named)]);
    const whole = rowsOf(book, survey, { protocol: protocolOf(book) });
    expect(whole.find((r) => r.id === named.id)).toMatchObject({ struck: true, species: expect.any(String) });
    const ids = whole.map((r) => r.id);
    expect(rowsOfTrees(book, survey, ids, { protocol: protocolOf(book) })).toEqual(whole);
  });
});

describe('a height called by eye', () => {
  it('is held against the measured one, of whoever called it last', () => {
    const [tree, person, other] = [
      all.find((r) => r.kind === 'tree' && r.body.survey === survey),
      ...all.filter((r) => r.kind === 'person'),
    ] as (typeof all)[number][];
    const stem = all.find((r) => r.kind === 'stem' && r.body.tree === tree?.id);
    const visit = all.find((r) => r.kind === 'visit' && r.body.tree === tree?.id);
    if (!tree || !person || !other || !stem || !visit) throw new Error('the book lacks what is called');
    const rowWith = (...more: typeof all) => rows(new Book([...all, ...more])).find((r) => r.id === tree.id);
    const called = (value: number, by: typeof person) => reading(stem, visit, { kind: 'called-height', value, unit: 'm' }, by);
    const measured = rowWith()?.height ?? 0;
    expect(measured).toBeGreaterThan(5);
    expect(rowWith()?.byEye).toBeNull();
    const first = called(measured * 1.2, person);
    expect(rowWith(first)).toMatchObject({ height: measured, byEye: { person: person.id, share: expect.closeTo(0.2, 9) } });
    expect(rowWith(first, called(measured * 0.9, other))?.byEye).toEqual({ person: other.id, share: expect.closeTo(-0.1, 9) });
    const unnamed = { ...called(measured, person), person: null };
    expect(rowWith(unnamed)?.byEye).toBeNull();
  });
});
