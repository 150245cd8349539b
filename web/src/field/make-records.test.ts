import { parseLine, type Reading } from '@arbolito/core';
import fc from 'fast-check';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { Book } from '../contract/book';
import { type AnyRecord, validateRecord } from '../contract/envelope';
import { type Maker, makeRecord, recordsForLine, recordsForReading, slotOf, type TreePlace } from './make-records';

const maker: Maker = { device: 'phone', person: null, now: new Date('2026-06-02T09:00:00Z'), newId: v7 };
const place = (): TreePlace => ({
  tree: v7(),
  survey: null,
  tag: '1',
  plot: null,
  species: null,
  units: 'metric',
  stem: 1,
  newVisit: false,
});
const tip: Reading = { kind: 'angle', target: 'tip', value: 80, scale: 'percent' };
const how = { tool: 'diameter-tape', along: 'level', to: 'axis', scale: { kind: 'percent' }, tape: null } as const;
const kinds = (records: readonly AnyRecord[]) => records.map((r) => r.kind);

describe('records for a reading', () => {
  it('make whatever a first single tree hangs on, parents first, each as the contract wants it', () => {
    const made = recordsForReading(maker, new Book([]), place(), tip, '80', { as: 'first' });
    expect(kinds(made)).toEqual(['protocol', 'survey', 'tree', 'stem', 'visit', 'determination', 'station', 'reading']);
    for (const record of made) expect(validateRecord(JSON.parse(JSON.stringify(record)))).toMatchObject({ ok: true });
  });

  it('use what is there for the next reading and the next tree', () => {
    const first = place();
    const one = recordsForReading(maker, new Book([]), first, tip, '80', { as: 'first' });
    const book = new Book(one);
    expect(kinds(recordsForReading(maker, book, first, { ...tip, target: 'base', value: -8 } as Reading, '-8', { as: 'first' }))).toEqual([
      'reading',
    ]);
    expect(kinds(recordsForReading(maker, book, first, { kind: 'logs', value: 2 }, '2', { as: 'first' }))).toEqual([
      'determination',
      'reading',
    ]);
    expect(kinds(recordsForReading(maker, book, { ...place(), tag: '2' }, tip, '80', { as: 'first' }))).not.toContain('survey');
    // US units are another protocol, so another survey of single trees
    expect(kinds(recordsForReading(maker, book, { ...place(), units: 'us' }, tip, '80', { as: 'first' }))).toContain('survey');
  });

  it('make a correction supersede, a repeat a new shot, and undo bring back', () => {
    const where = place();
    const records = recordsForReading(maker, new Book([]), where, tip, '80', { as: 'first' });
    const original = records.at(-1) as Extract<AnyRecord, { kind: 'reading' }>;
    const correction = recordsForReading(maker, new Book(records), where, { ...tip, value: 82 } as Reading, '82', {
      as: 'correction',
      of: original,
    });
    expect(correction).toMatchObject([{ kind: 'reading', entity: original.id, supersedes: original.id, body: { shot: 1, typed: '82' } }]);
    const corrected = new Book([...records, ...correction]);
    expect(corrected.tree(where.tree)?.inForce).toMatchObject([{ value: 82 }]);
    expect(corrected.tree(where.tree)?.readings[0]?.history).toHaveLength(2);
    const repeat = recordsForReading(maker, corrected, where, { ...tip, value: 81 } as Reading, '81', { as: 'again' });
    expect(repeat).toMatchObject([{ supersedes: null, body: { shot: 2 } }]);
    const undo = makeRecord(maker, 'retraction', { record: correction[0]?.id ?? '', reason: 'undone' }) as AnyRecord;
    expect(new Book([...records, ...correction, undo]).tree(where.tree)?.inForce).toMatchObject([{ value: 80 }]);
  });

  it('keep a whole line as its readings, and correct them by another line', () => {
    const where = place();
    const line = (text: string) => {
      const parsed = parseLine(text, { diameter: 'cm', distance: 'm', scale: how.scale });
      if (!parsed.ok) throw new Error(parsed.reason);
      return parsed.readings;
    };
    const first = recordsForLine(maker, new Book([]), where, line('41.3 25 70 -7'), how);
    const book = new Book(first);
    expect(book.tree(where.tree)?.inForce.map((r) => [slotOf(r), 'value' in r && r.value])).toEqual([
      ['dbh', 41.3],
      ['distance', 25],
      ['tip', 70],
      ['base', -7],
    ]);
    const again = recordsForLine(maker, book, where, line('26 71 -7'), how);
    expect(again.every((r) => r.kind === 'reading' && r.supersedes !== null)).toBe(true);
    expect(book.with(again).tree(where.tree)?.inForce).toHaveLength(4);
  });

  it('say the same whatever order they arrive in', () => {
    const where = place();
    const records = recordsForReading(maker, new Book([]), where, tip, '80', { as: 'first' });
    const head = records.at(-1) as Extract<AnyRecord, { kind: 'reading' }>;
    records.push(
      ...recordsForReading(maker, new Book(records), where, { ...tip, value: 79 } as Reading, '79', { as: 'correction', of: head }),
    );
    fc.assert(
      fc.property(fc.shuffledSubarray(records, { minLength: records.length }), (shuffled) => {
        expect(new Book(shuffled).tree(where.tree)).toEqual(new Book(records).tree(where.tree));
      }),
    );
  });

  it('move a single tree into a survey as a new version', () => {
    const where = place();
    const records = recordsForReading(maker, new Book([]), where, tip, '80', { as: 'first' });
    const book = new Book(records);
    const tree = book.find('tree', where.tree);
    const protocol = records[0] as AnyRecord;
    const survey = makeRecord(maker, 'survey', { name: 'Elsewhere', kind: 'every-tree', protocol: protocol.id, place: null });
    if (!tree) throw new Error('the tree is in the book');
    const moved = book.with([survey, makeRecord(maker, 'tree', { ...tree.body, survey: survey.id }, tree) as AnyRecord]);
    expect(moved.treesOf(survey.id).map((t) => t.entity)).toEqual([where.tree]);
    expect(moved.tree(where.tree)?.inForce).toHaveLength(1);
  });
});
