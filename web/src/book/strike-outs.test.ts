import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { AnyRecord, BodyOf } from '../contract/envelope';
import type { Kind } from '../contract/kinds/index';
import { Book } from './book';
import { type Maker, makeRecord, retractionOf, strikeOutOf } from './make-records';
import { MOST_SEEN } from './strike-outs';

const maker: Maker = { device: 'd', person: null, now: new Date('2026-06-01T10:00:00Z'), newId: v7 };
const make = <K extends Kind>(kind: K, body: object) => makeRecord(maker, kind, body as BodyOf<K>) as AnyRecord;
const protocol = make('protocol', { name: 'x', preset: null, options: {} });
const survey = make('survey', { name: 'Tansy Creek', kind: 'fixed-plots', protocol: protocol.id, place: null });
const plot = make('plot', { survey: survey.id, name: '7' });
const treeOn = (tag: string) => make('tree', { survey: survey.id, plot: plot.id, tag, species: null });
const [one, two] = [treeOn('1'), treeOn('2')];
const stem = make('stem', { tree: one.id, number: 1 });
const base = [protocol, survey, plot, one, two, stem];
const change = (book: Book, kind: Kind, entity: string, body: object): AnyRecord => {
  const thing = book.find(kind, entity);
  if (!thing) throw new Error(`no ${kind}`);
  return makeRecord(maker, kind, { ...(thing.body as object), ...body } as never, thing) as AnyRecord;
};

describe('a strike-out', () => {
  const before = new Book(base);
  it('takes a tree with all that its maker saw', () => {
    const strike = strikeOutOf(maker, before, one.id, 'not ours');
    expect(strike.body.seen?.toSorted()).toEqual([one.id, stem.id].sort());
    const book = new Book([...base, strike as AnyRecord]);
    expect(book.isStruck(one.id)).toBe(true);
    expect(book.isStruck(stem.id)).toBe(true);
    expect(book.openStrikeOuts(one.id)).toEqual([]);
    expect(book.waiting()).toEqual([]);
  });
  it.each([
    ['a version', () => change(before, 'tree', one.id, { tag: '1b' })],
    ['a stem', () => make('stem', { tree: one.id, number: 2 })],
    ['a visit', () => make('visit', { tree: one.id, on: '2026-06-01' })],
  ])('does not take a tree that got %s which its maker had not seen, in whatever order they come', (_, come) => {
    const strike = strikeOutOf(maker, before, one.id, 'not ours') as AnyRecord;
    const late = come();
    for (const records of [
      [...base, strike, late],
      [...base, late, strike],
      [late, strike, ...base],
    ]) {
      const book = new Book(records);
      expect(book.isStruck(one.id)).toBe(false);
      expect(book.isStruck(stem.id)).toBe(false);
      expect(book.openStrikeOuts(one.id).map((s) => s.id)).toEqual([strike.id]);
      expect(book.waiting().map((t) => t.entity)).toEqual([one.id]);
      expect(book.tree(one.id)?.openStrikeOuts).toHaveLength(1);
    }
    // as it grows, too
    let grown = new Book(base);
    grown = grown.add([strike]).book;
    expect(grown.isStruck(one.id)).toBe(true);
    const { book, touched } = grown.add([late]);
    expect(book.isStruck(one.id)).toBe(false);
    expect(touched.trees.has(one.id)).toBe(true);
  });
  it('takes the tree once what came late is taken back, or is struck out with it', () => {
    const strike = strikeOutOf(maker, before, one.id, 'not ours') as AnyRecord;
    const late = make('stem', { tree: one.id, number: 2 });
    const asked = new Book([...base, strike, late]);
    expect(new Book([...base, strike, late, retractionOf(maker, late.id, '') as AnyRecord]).isStruck(one.id)).toBe(true);
    const again = strikeOutOf(maker, asked, one.id, 'not ours') as AnyRecord;
    const book = new Book([...base, strike, late, again]);
    expect(book.isStruck(one.id)).toBe(true);
    expect(book.waiting()).toEqual([]);
    expect(new Book([...base, strike, late, retractionOf(maker, strike.id, '') as AnyRecord]).waiting()).toEqual([]);
  });
  it('covers what it saw where a later version of that is retracted', () => {
    const later = change(before, 'tree', one.id, { tag: '1b' });
    const strike = strikeOutOf(maker, new Book([...base, later]), one.id, 'x') as AnyRecord;
    expect(new Book([...base, later, strike, retractionOf(maker, later.id, '') as AnyRecord]).isStruck(one.id)).toBe(true);
  });
  it('of a plot takes the trees its maker saw, and a tree that came meanwhile stays and asks', () => {
    const strike = strikeOutOf(maker, before, plot.id, 'wrong place', [one.id, two.id]) as AnyRecord;
    const late = treeOn('3');
    const book = new Book([...base, strike, late]);
    expect([plot, one, two].map((t) => book.isStruck(t.id))).toEqual([true, true, true]);
    expect(book.isStruck(late.id)).toBe(false);
    expect(book.openStrikeOuts(late.id).map((s) => s.id)).toEqual([strike.id]);
    expect(book.treesOf(survey.id).map((t) => t.entity)).toEqual([late.id]);
    // and all of them stay with the plot where the plot itself was changed
    const moved = change(before, 'plot', plot.id, { slope: 12 });
    const kept = new Book([...base, strike, late, moved]);
    expect([plot, one, two, late].map((t) => kept.isStruck(t.id))).toEqual([false, false, false, false]);
    expect(kept.openStrikeOuts(plot.id).map((s) => s.id)).toEqual([strike.id]);
  });
  it.each([
    ['without what was seen', { entity: one.id, reason: null }],
    ['of schema 1', { entity: one.id, reason: null }],
  ])('%s takes everything, as before', (name, body) => {
    const strike = { ...make('strike-out', body), schema: name === 'of schema 1' ? 1 : 2 };
    const late = change(before, 'tree', one.id, { tag: '1b' });
    expect(new Book([...base, strike, late]).isStruck(one.id)).toBe(true);
  });
  it('of a survey, and of more than it can list, takes everything', () => {
    expect(before.seenOf(survey.id)).toBeNull();
    expect(
      before.seenOf(
        plot.id,
        Array.from({ length: MOST_SEEN }, () => one.id),
      ),
    ).toBeNull();
    const strike = strikeOutOf(maker, before, survey.id, 'x') as AnyRecord;
    const book = new Book([...base, strike, change(before, 'survey', survey.id, { place: 'y' })]);
    expect(book.isStruck(survey.id)).toBe(true);
    expect(book.struckSurveys().map((s) => s.entity)).toEqual([survey.id]);
  });
  it('and a conflict of one tree are both told, and neither hides it', () => {
    const both = ['a', 'b'].map((tag) => change(before, 'tree', one.id, { tag }));
    const strike = strikeOutOf(maker, before, one.id, 'x') as AnyRecord;
    const book = new Book([...base, ...both, strike]);
    expect(book.isStruck(one.id)).toBe(false);
    expect(book.find('tree', one.id)?.conflicts).toHaveLength(1);
    expect(book.tree(one.id)).toMatchObject({ contested: [{ entity: one.id }], openStrikeOuts: [{ id: strike.id }] });
  });
});
