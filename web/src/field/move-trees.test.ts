import 'fake-indexeddb/auto';
import { PRESETS } from '@arbolito/core';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { Book } from '../book/book';
import { makeRecord } from '../book/make-records';
import { SINGLE_TREES } from '../book/single-trees';
import type { AnyRecord } from '../contract/envelope';
import { moveTrees } from './move-trees';
import { keepLocally, loadAll } from './store';

describe('moving the trees of a survey', () => {
  it('copies each with all of it, strikes it out where it was, and does nothing more the second time', async () => {
    const maker = () => ({ device: 'phone', person: null, now: new Date(), newId: v7 });
    const make = (kind: string, body: object) => makeRecord(maker(), kind as 'tree', body as never) as AnyRecord;
    const protocol = make('protocol', { name: 'x', preset: 'forest-metric', options: PRESETS['forest-metric'].options });
    const survey = make('survey', { name: 'Single trees', kind: 'single-trees', protocol: protocol.id, place: null });
    const trees = Array.from({ length: 30 }, (_, i) => make('tree', { survey: survey.id, plot: null, tag: `${i}`, species: null }));
    const stems = trees.map((t) => make('stem', { tree: t.id, number: 1 }));
    await keepLocally([protocol, survey, ...trees, ...stems]);
    const { protocol: ours, survey: to } = SINGLE_TREES.metric;
    const keep = async (records: readonly AnyRecord[]) => void (await keepLocally(records));
    const move = () => moveTrees(survey.id, to.id, [ours, to] as AnyRecord[], maker, keep);
    expect(await move()).toBe(30);
    const book = new Book(await loadAll());
    expect(book.treesOf(survey.id)).toEqual([]);
    expect(book.struckTreesOf(survey.id)).toHaveLength(30);
    const moved = book.treesOf(to.id);
    expect(moved.map((t) => t.body.tag)).toEqual(trees.map((_, i) => `${i}`));
    for (const t of moved) expect(book.partsOf(t.entity, 'stem')).toHaveLength(1);
    expect(book.waiting()).toEqual([]);
    expect(await move()).toBe(0);
  });
});
