import { deriveTree, PRESETS, parseLine, type Reading } from '@arbolito/core';
import fc from 'fast-check';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { type AnyRecord, type RecordOf, validateRecord } from '../contract/envelope';
import { Book } from './book';
import { determinationsOf, newDetermination } from './determinations';
import { type Maker, makeRecord, recordsForLine, recordsForReading, type TreePlace } from './make-records';
import { slotOf } from './slots';
import { singleTree } from './test-place';
import { thingOf } from './test-thing';
import { currentOf } from './versions';

const maker: Maker = { device: 'phone', person: null, now: new Date('2026-06-02T09:00:00Z'), newId: v7 };
/** The same place once its determination is in the book. */
const onward = (book: Book, at: TreePlace): TreePlace => ({
  ...at,
  determination: determinationsOf(book, book.tree(at.tree)).at(-1) ?? at.determination,
});
const tip: Reading = { kind: 'angle', target: 'tip', value: 80, scale: 'percent' };
const how = { tool: 'diameter-tape', along: 'level', to: 'axis', scale: { kind: 'percent' }, tape: null } as const;
const kinds = (records: readonly AnyRecord[]) => records.map((r) => r.kind);

describe('records for a reading', () => {
  it('make whatever a first single tree hangs on, parents first, each as the contract wants it', () => {
    const made = recordsForReading(maker, new Book([]), singleTree(), tip, '80', { as: 'first' });
    expect(kinds(made)).toEqual(['protocol', 'survey', 'tree', 'stem', 'visit', 'determination', 'station', 'reading']);
    for (const record of made) expect(validateRecord(JSON.parse(JSON.stringify(record)))).toMatchObject({ ok: true });
  });

  it('use what is there for the next reading and the next tree', () => {
    const first = singleTree();
    const one = recordsForReading(maker, new Book([]), first, tip, '80', { as: 'first' });
    const book = new Book(one);
    expect(
      kinds(recordsForReading(maker, book, onward(book, first), { ...tip, target: 'base', value: -8 } as Reading, '-8', { as: 'first' })),
    ).toEqual(['reading']);
    expect(kinds(recordsForReading(maker, book, first, { kind: 'logs', value: 2 }, '2', { as: 'first' }))).toEqual([
      'determination',
      'reading',
    ]);
    expect(kinds(recordsForReading(maker, book, { ...singleTree(), tag: '2' }, tip, '80', { as: 'first' }))).not.toContain('survey');
    // US units are another protocol, so another survey of single trees
    expect(kinds(recordsForReading(maker, book, { ...singleTree(), units: 'us' }, tip, '80', { as: 'first' }))).toContain('survey');
  });

  it('make a correction supersede, a repeat a new shot, and undo bring back', () => {
    const where = singleTree();
    const records = recordsForReading(maker, new Book([]), where, tip, '80', { as: 'first' });
    const original = records.at(-1) as Extract<AnyRecord, { kind: 'reading' }>;
    const correction = recordsForReading(maker, new Book(records), where, { ...tip, value: 82 } as Reading, '82', {
      as: 'correction',
      of: thingOf(original),
    });
    expect(correction).toMatchObject([{ kind: 'reading', entity: original.id, supersedes: original.id, body: { shot: 1, typed: '82' } }]);
    const corrected = new Book([...records, ...correction]);
    expect(corrected.tree(where.tree)?.inForce).toMatchObject([{ value: 82 }]);
    expect(corrected.tree(where.tree)?.readings[0]?.history).toHaveLength(2);
    const repeat = recordsForReading(maker, corrected, onward(corrected, where), { ...tip, value: 81 } as Reading, '81', { as: 'again' });
    expect(repeat).toMatchObject([{ supersedes: null, body: { shot: 2 } }]);
    const undo = makeRecord(maker, 'retraction', { record: correction[0]?.id ?? '', reason: 'undone' }) as AnyRecord;
    expect(new Book([...records, ...correction, undo]).tree(where.tree)?.inForce).toMatchObject([{ value: 80 }]);
  });

  it('keep a whole line as its readings, and correct them by another line', () => {
    const where = singleTree();
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
    const again = recordsForLine(maker, book, onward(book, where), line('26 71 -7'), how);
    expect(again.every((r) => r.kind === 'reading' && r.supersedes !== null)).toBe(true);
    expect(book.add(again).book.tree(where.tree)?.inForce).toHaveLength(4);
  });

  it('say the same whatever order they arrive in', () => {
    const where = singleTree();
    const records = recordsForReading(maker, new Book([]), where, tip, '80', { as: 'first' });
    const head = records.at(-1) as Extract<AnyRecord, { kind: 'reading' }>;
    records.push(
      ...recordsForReading(maker, new Book(records), where, { ...tip, value: 79 } as Reading, '79', {
        as: 'correction',
        of: thingOf(head),
      }),
    );
    fc.assert(
      fc.property(fc.shuffledSubarray(records, { minLength: records.length }), (shuffled) => {
        expect(new Book(shuffled).tree(where.tree)).toEqual(new Book(records).tree(where.tree));
      }),
    );
  });

  it('move a single tree into a survey as a new version', () => {
    const where = singleTree();
    const records = recordsForReading(maker, new Book([]), where, tip, '80', { as: 'first' });
    const book = new Book(records);
    const tree = book.find('tree', where.tree);
    const protocol = records[0] as AnyRecord;
    const survey = makeRecord(maker, 'survey', { name: 'Elsewhere', kind: 'every-tree', protocol: protocol.id, place: null });
    if (!tree) throw new Error('the tree is in the book');
    const moved = book.add([survey, makeRecord(maker, 'tree', { ...tree.body, survey: survey.id }, tree) as AnyRecord]).book;
    expect(moved.treesOf(survey.id).map((t) => t.entity)).toEqual([where.tree]);
    expect(moved.tree(where.tree)?.inForce).toHaveLength(1);
  });
});

describe('records for stems, tools and visits', () => {
  const tape = (value: number): Reading => ({ kind: 'diameter', tool: 'diameter-tape', value, unit: 'cm', pom: 1.3 });
  const begin = () => {
    const where = singleTree();
    return { where, records: recordsForReading(maker, new Book([]), where, tape(30), '30', { as: 'first' }) };
  };

  it('hang a second stem’s diameter on a stem of its own, and heights on the first', () => {
    const { where, records } = begin();
    const second = recordsForReading(maker, new Book(records), { ...where, stem: { id: null, number: 2 } }, tape(20), '20', {
      as: 'first',
    });
    expect(kinds(second)).toEqual(['stem', 'determination', 'reading']);
    expect(second[0]).toMatchObject({ body: { number: 2 } });
    const book = new Book([...records, ...second]);
    expect(book.tree(where.tree)?.inForce.map((r) => r.stem ?? '1')).toEqual(['1', '2']);
    const height = recordsForReading(maker, book, { ...where, stem: { id: null, number: 2 } }, tip, '80', { as: 'first' });
    expect(kinds(height)).toEqual(['determination', 'station', 'reading']);
    expect((height.at(-1) as RecordOf<'reading'>).body.stem).toBe((records.at(-1) as RecordOf<'reading'>).body.stem);
  });

  it('give every tool its own determination and count its own shots; the two tapes share theirs', () => {
    const { where, records } = begin();
    const stick: Reading = { kind: 'diameter', tool: 'biltmore-stick', value: 31, unit: 'cm', pom: 1.3 };
    const girth: Reading = { kind: 'diameter', tool: 'plain-tape', value: 95, unit: 'cm', pom: 1.3 };
    const book = new Book(records);
    expect(kinds(recordsForReading(maker, book, where, stick, '31', { as: 'first' }))).toEqual(['determination', 'reading']);
    expect(recordsForReading(maker, book, where, girth, '95', { as: 'again' })).toMatchObject([{ kind: 'reading', body: { shot: 2 } }]);
    expect([slotOf(tape(1)), slotOf(girth), slotOf(stick), slotOf({ ...tape(1), upper: true } as Reading)]).toEqual([
      'dbh',
      'dbh',
      'dbh:biltmore-stick',
      'upper',
    ]);
  });

  it('begin a new visit with its first reading, once', () => {
    const { where, records } = begin();
    const later = { ...maker, now: new Date('2029-06-02T09:00:00Z') };
    const again = recordsForReading(later, new Book(records), { ...where, newVisit: true }, tape(33), '33', { as: 'first' });
    expect(kinds(again)).toEqual(['visit', 'determination', 'reading']);
    const book = new Book([...records, ...again]);
    expect(book.tree(where.tree)?.inForce).toMatchObject([{ value: 33 }]);
    expect(book.tree(where.tree)?.visits).toHaveLength(2);
    // the next reading joins the visit that is now the last
    expect(kinds(recordsForReading(later, book, where, tip, '80', { as: 'first' }))).not.toContain('visit');
    const line = parseLine('34 20m 80 -15', { diameter: 'cm', distance: 'm', scale: how.scale });
    if (!line.ok) throw new Error(line.reason);
    const typed = recordsForLine(later, new Book(records), { ...where, newVisit: true }, line.readings, how);
    expect(kinds(typed).filter((k) => k === 'visit')).toHaveLength(1);
  });

  it('keep where the tape lay and why, on a line too', () => {
    const where = singleTree();
    const line = parseLine('34 20m 80 -15', { diameter: 'cm', distance: 'm', scale: how.scale });
    if (!line.ok) throw new Error(line.reason);
    const made = recordsForLine(maker, new Book([]), where, line.readings, {
      ...how,
      tape: { pom: 1.62, why: 'Just above the swelling.' },
    });
    expect(made.find((r) => r.kind === 'reading')).toMatchObject({
      body: { read: { kind: 'diameter', pom: 1.62, why: 'Just above the swelling.' } },
    });
    for (const record of made) expect(validateRecord(JSON.parse(JSON.stringify(record)))).toMatchObject({ ok: true });
  });
});

describe('records for determinations', () => {
  const keep = (book: Book, at: TreePlace, read: Reading, from: 'near' | 'far' = 'near') =>
    book.add(recordsForReading(maker, book, onward(book, at), read, 'x', { as: 'first' }, from)).book;
  const sight = (target: 'tip' | 'base', value: number): Reading => ({ kind: 'angle', target, value, scale: 'percent' });

  it('keep a second one apart, with a station of its own', () => {
    const at = singleTree();
    let book = keep(new Book([]), at, sight('tip', 80));
    book = book.add(
      recordsForReading(maker, book, { ...at, determination: newDetermination('line-shots') }, tip, '80', { as: 'first' }),
    ).book;
    expect(determinationsOf(book, book.tree(at.tree)).map((s) => s.method)).toEqual(['two-sights', 'line-shots']);
    expect(new Set(book.tree(at.tree)?.inForce.map((r) => r.station)).size).toBe(2);
    expect(book.all('station').map((s) => s.body.number)).toEqual([1, 2]);
  });

  it('give two stations one determination, and each its own sights', () => {
    const at = { ...singleTree(), determination: newDetermination('two-stations') };
    let book = keep(new Book([]), at, sight('tip', 92));
    book = keep(book, at, sight('base', -4));
    book = keep(book, at, { kind: 'baseline', value: 15, unit: 'm', far: 'far' });
    book = keep(book, at, sight('tip', 58), 'far');
    book = keep(book, at, sight('base', -3), 'far');
    const tree = book.tree(at.tree);
    const [own, ...more] = determinationsOf(book, tree);
    expect(more).toEqual([]);
    expect(own?.station).not.toBe(own?.far);
    const { height, determinations } = deriveTree({ readings: tree?.inForce ?? [], protocol: PRESETS['forest-metric'].options });
    expect(determinations).toHaveLength(1);
    expect(height).toMatchObject({ ok: true, value: { method: 'two-stations', value: expect.closeTo(25.1, 1) } });
    // a corrected baseline still leads to the same station
    const line = currentOf(tree?.readings.find((e) => e.body?.read.kind === 'baseline'));
    if (!line) throw new Error('no baseline');
    const corrected: Reading = { kind: 'baseline', value: 16, unit: 'm', far: 'far' };
    const [fixed] = recordsForReading(maker, book, onward(book, at), corrected, '16', { as: 'correction', of: line });
    expect(fixed).toMatchObject({ body: { read: { value: 16, far: own?.far } } });
  });
});
