import { describe, expect, it, vi } from 'vitest';
import { Book } from './book';
import { RowMaker } from './row-maker';
import { rowsOf, rowsOfTrees } from './rows-of';
import { everything, next, reading, strike } from './test-everything';

const all = everything();
const survey = all.find((r) => r.kind === 'survey')?.id ?? '';
const protocolOf = (book: Book) => {
  const options = book.protocolOf(book.find('survey', survey))?.options;
  if (!options) throw new Error('the survey has no protocol');
  return options;
};
const rows = (book: Book) => rowsOf(book, survey, protocolOf(book));

describe('the rows of a tree', () => {
  const book = new Book(all);
  const maker = new RowMaker(book, survey, protocolOf(book));
  const again = all.filter((r) => r.kind === 'visit').map((r) => r.body.tree);
  const twice = again.find((t, i) => again.indexOf(t) !== i && book.find('tree', t)) ?? '';

  it('are one a visit, each with what was read then; the last one is what lists have', () => {
    const other = book.find('tree', twice)?.body.survey ?? '';
    const visits = new RowMaker(book, other, protocolOf(book)).rows(twice);
    expect(visits.map((r) => r.last)).toEqual([false, true]);
    expect(visits.map((r) => r.on)).toEqual(['2026-05-01', '2026-09-03']);
    expect(visits.map((r) => r.dbh)).toEqual([expect.closeTo(0.35, 9), expect.closeTo(0.36, 9)]);
    expect(visits.at(-1)).toEqual(rowsOf(book, other, protocolOf(book)).find((r) => r.id === twice));
    // the height of the visit before holds for one that has none, with its day
    expect(visits.map((r) => r.heightOn)).toEqual([null, '2026-05-01']);
  });

  it('that can not be calculated are one a visit all the same', () => {
    const other = book.find('tree', twice)?.body.survey ?? '';
    const nothing = {} as ReturnType<typeof protocolOf>;
    const said = vi.spyOn(console, 'error').mockImplementation(() => {});
    const made = new RowMaker(book, other, nothing).rows(twice);
    said.mockRestore();
    expect(made.map((r) => [r.last, r.trouble])).toEqual([
      [false, expect.stringContaining('could not be calculated')],
      [true, expect.stringContaining('could not be calculated')],
    ]);
    expect(new Set(made.map((r) => r.visit)).size).toBe(2);
  });

  it.each([
    [
      'a reading',
      (r: (typeof all)[number]) => r.kind === 'reading' && r.body.read.kind === 'angle' && r.body.read.target === 'tip',
      { read: { kind: 'angle', target: 'tip', value: 91, scale: 'percent' } },
    ],
    ['its tag', (r: (typeof all)[number]) => r.kind === 'tree', { tag: 'another' }],
    ['whose reach and eye they are', (r: (typeof all)[number]) => r.kind === 'person', { eyeHeight: 1.9, reach: 0.4 }],
    ['its species', (r: (typeof all)[number]) => r.kind === 'species', { figures: { crown: 'broad', formFactor: 0.3 } }],
  ])('follow from something else when %s changes, and from the same when nothing of it does', (_, isIt, body) => {
    const changed = new Book([...all, next(all.find(isIt) as (typeof all)[number], body)]);
    const other = new RowMaker(changed, survey, protocolOf(changed));
    const trees = rows(book).map((r) => r.id);
    const stands = trees.filter((t) => other.from(t) === maker.from(t));
    expect(stands.length).toBeLessThan(trees.length);
    for (const tree of stands) expect(other.rows(tree)).toEqual(maker.rows(tree));
  });
});

describe('rows of some trees', () => {
  it('are those of all of them, of one that is struck out too', () => {
    const named = all.find((r) => r.kind === 'tree' && r.body.survey === survey && r.body.species) as (typeof all)[number];
    const book = new Book([...all, strike(named)]);
    const whole = rowsOf(book, survey, protocolOf(book));
    expect(whole.find((r) => r.id === named.id)).toMatchObject({ struck: true, species: expect.any(String) });
    const ids = whole.map((r) => r.id);
    expect(rowsOfTrees(book, survey, ids, protocolOf(book))).toEqual(whole);
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
