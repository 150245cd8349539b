import { PRESETS } from '@arbolito/core';
import { demoRecords } from '@arbolito/demo';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { type AnyRecord, type RecordOf, validateRecord } from '../contract/envelope';
import { scopesOf } from '../contract/scope';
import { Book } from './book';
import { makeRecord } from './make-records';
import { copiedId, moveTree } from './move';
import { treeOutcome } from './outcome';
import { thingOf } from './test-thing';

const records = demoRecords().records as unknown as AnyRecord[];
const book = new Book(records);
const maker = (device: string) => ({ device, person: null, now: new Date('2026-06-01T10:00:00Z'), newId: v7 });
const surveys = book.all('survey');
const [from, to] = surveys as [(typeof surveys)[number], (typeof surveys)[number]];
const tree = book
  .treesOf(from.entity)
  .map((t) => book.tree(t.entity))
  .find((t) => (t?.readings.length ?? 0) > 4);
if (!tree) throw new Error('the demo has trees with readings');
const id = tree.record.entity;

describe('moving a tree to another survey', () => {
  it('takes every reading along as it was read, by whom and when; where it was it is struck out', () => {
    const moved = moveTree(book, id, to.entity, maker('desk'));
    if (!moved) throw new Error('it can be moved');
    for (const r of moved.records) expect(validateRecord(r), r.kind).toMatchObject({ ok: true });
    const after = new Book([...records, ...moved.records]);
    expect(after.tree(id)).toBeNull();
    expect(after.treesOf(from.entity)).toHaveLength(book.treesOf(from.entity).length - 1);
    expect(after.treesOf(to.entity)).toHaveLength(book.treesOf(to.entity).length + 1);
    const there = after.tree(moved.tree);
    expect(there?.record.body).toMatchObject({ survey: to.entity, plot: null, tag: tree.record.body.tag });
    const said = (t: typeof tree | null) => t?.readings.flatMap((e) => e.heads.map((h) => [h.body.typed, h.at, h.device, h.person]));
    expect(said(there)).toEqual(said(tree));
    const scopes = scopesOf([...records, ...moved.records]);
    for (const r of moved.records.slice(0, -1)) expect(scopes.get(r.id)).toBe(to.entity);
    const height = (t: typeof tree | null) => {
      const outcome = t && treeOutcome(t, PRESETS['forest-metric'].options);
      return outcome?.ok && outcome.result.height.ok ? outcome.result.height.value.value : null;
    };
    expect(height(tree)).toBeGreaterThan(2);
    expect(height(there)).toBe(height(tree));
  });

  it('makes the same copies on any device, however often', () => {
    const [one, two] = [moveTree(book, id, to.entity, maker('one')), moveTree(book, id, to.entity, maker('two'))];
    expect(one?.records.slice(0, -1)).toEqual(two?.records.slice(0, -1));
    const both = new Book([...records, ...(one?.records ?? []), ...(two?.records ?? [])]);
    expect(both.treesOf(to.entity)).toHaveLength(book.treesOf(to.entity).length + 1);
    // and on to a third survey, and back: each a copy of its own
    const third = (surveys[2] as (typeof surveys)[number]).entity;
    const again = moveTree(both, copiedId(id, to.entity), third, maker('one'));
    const back = moveTree(
      new Book([...records, ...(one?.records ?? []), ...(again?.records ?? [])]),
      again?.tree ?? '',
      from.entity,
      maker('one'),
    );
    expect(new Set([id, one?.tree, again?.tree, back?.tree]).size).toBe(4);
  });

  it('keeps corrections, what was taken back, and two that contradict each other, as they are', () => {
    const reading = tree.readings[0]?.heads[0] as AnyRecord & { kind: 'reading' };
    const correct = (typed: string) => makeRecord(maker('x'), 'reading', { ...reading.body, typed }, thingOf(reading)) as AnyRecord;
    const [a, b] = [correct('1'), correct('2')];
    const other = tree.readings[1]?.heads[0] as AnyRecord;
    const gone = makeRecord(maker('x'), 'retraction', { record: other.id, reason: null }) as AnyRecord;
    const before = new Book([...records, a, b, gone]);
    const moved = moveTree(before, id, to.entity, maker('desk'));
    const there = new Book([...records, a, b, gone, ...(moved?.records ?? [])]).tree(moved?.tree ?? '');
    expect(there?.contested.map((e) => e.heads.map((h) => (h as RecordOf<'reading'>).body.typed))).toEqual([['1', '2']]);
    expect(there?.inForce).toHaveLength(before.tree(id)?.inForce.length ?? -1);
  });

  it('does nothing with a tree that is not here, or is there already', () => {
    expect(moveTree(book, v7(), to.entity, maker('x'))).toBeNull();
    expect(moveTree(book, id, from.entity, maker('x'))).toBeNull();
    expect(moveTree(book, id, v7(), maker('x'))).toBeNull();
  });

  it('orders copies as their originals', () => {
    const ids = [...records.slice(0, 500).map((r) => r.id), ...Array.from({ length: 500 }, () => v7())];
    expect(ids.map((i) => copiedId(i, to.entity)).sort()).toEqual([...ids].sort().map((i) => copiedId(i, to.entity)));
  });
});
