import { describe, expect, it } from 'vitest';
import { record, retract, strike } from '../book/test-everything';
import type { TreeRow } from '../book/tree-row';
import { tagAfter } from './tag-after';
import { TreeIndex } from './tree-index';

const survey = record('survey', { name: 'Tansy Creek' });
const plot = record('plot', { survey: survey.id, name: '7' });
const pine = record('species', { code: 'PS', name: 'Scots pine' });
const row = (id: string, tag: string, more: Partial<TreeRow> = {}) =>
  ({ id, tag, plot: null, species: null, struck: false, ...more }) as TreeRow;
const index = () =>
  new TreeIndex(
    survey.id,
    [
      row('a', '1'),
      row('b', '10', { species: 'oak' }),
      row('c', '21', { plot: plot.id }),
      row('d', '1', { plot: plot.id }),
      row('e', '9', { struck: true }),
    ],
    [survey, plot, pine],
  );
const tags = (i: TreeIndex, ...words: string[]) => i.find(words).map((f) => f.tree.id);
const news = (...records: Parameters<typeof record>[]) =>
  ({ written: { filed: records.map((r) => ({ scope: survey.id, tree: '', record: record(...r) })), revisions: {} } }) as never;

describe('finding trees', () => {
  it('has the very tag first, then those that begin with it, then the rest; every word must fit somewhere', () => {
    expect(tags(index(), '1')).toEqual(['a', 'd', 'b', 'c']);
    expect(tags(index(), '1', '7')).toEqual(['d', 'c']);
    expect(tags(index(), 'oak')).toEqual(['b']);
    expect(tags(index(), 'tansy')).toHaveLength(4);
    expect(tags(index(), '9')).toEqual([]);
    expect(tags(index(), 'nowhere')).toEqual([]);
  });
  it('follows what is written: a tree more, one renamed, one struck out, a species and a plot named', () => {
    const i = index();
    i.hear(news(['tree', { survey: survey.id, plot: null, tag: '33', species: pine.id }]));
    expect(i.find(['33'])[0]?.tree.species).toBe('Scots pine');
    i.hear(news(['tree', { survey: survey.id, plot: null, tag: '44', species: null }, { entity: 'a' }]));
    expect(tags(i, '44')).toEqual(['a']);
    const gone = strike({ entity: 'b' } as never);
    i.hear({ written: { filed: [{ scope: survey.id, tree: 'b', record: gone }], revisions: {} } } as never);
    expect(tags(i, '10')).toEqual([]);
    // brought back it is found again, and its tag is taken
    i.hear({ written: { filed: [{ scope: survey.id, tree: 'b', record: retract(gone) }], revisions: {} } } as never);
    expect(tags(i, '10')).toEqual(['b']);
    expect(i.taken('new', null, '10')).toMatchObject({ by: { id: 'b' } });
    // another survey's are none of its business
    i.hear({
      written: {
        filed: [{ scope: 'else', tree: '', record: record('tree', { survey: 'else', plot: null, tag: '55', species: null }) }],
        revisions: {},
      },
    } as never);
    expect(tags(i, '55')).toEqual([]);
  });
});

describe('a tag that is taken', () => {
  it('is so by another tree of the same plot, or of none; and the next free one is told', () => {
    const i = index();
    expect(i.taken('new', null, ' 1 ')).toMatchObject({ by: { id: 'a' }, free: '2' });
    expect(i.taken('new', plot.id, '1')).toMatchObject({ by: { id: 'd' } });
    expect(i.taken('a', null, '1')).toBeNull();
    // of another plot, and struck out
    expect(i.taken('new', null, '21')).toBeNull();
    expect(i.taken('new', null, '9')).toBeNull();
  });
  it('is raised past all that are there', () => {
    const many = new TreeIndex(
      survey.id,
      [1, 2, 3, 5].map((n) => row(`t${n}`, `3·0${n}`)),
      [survey],
    );
    expect(many.taken('new', null, '3·01')?.free).toBe('3·04');
  });
  it.each([
    ['3·07', '3·08'],
    ['09', '10'],
    ['A', 'A 2'],
    ['99', '100'],
  ])('after %s comes %s', (tag, next) => expect(tagAfter(tag)).toBe(next));
});
