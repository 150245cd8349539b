import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { AnyRecord, RecordOf } from '../contract/envelope';
import { Book } from './book';
import { checkOf, correctionAt, type InstrumentCheck, uncheckedOn } from './instrument-checks';
import { thingOf } from './test-thing';

const record = (kind: string, body: object, at: string, person: string | null = null) => {
  const id = v7();
  return { id, entity: id, supersedes: null, kind, schema: 1, device: 'd', person, at, body } as unknown as AnyRecord;
};
const calibration = (found: Record<string, number>, at: string, instrument = 'i') =>
  record('calibration', { instrument, what: 'forward' in found ? 'two-way' : 'base', found }, at) as RecordOf<'calibration'>;
const checks = (...all: readonly RecordOf<'calibration'>[]) => all.map((r) => checkOf(thingOf(r)) as InstrumentCheck);

describe('checks of an instrument', () => {
  const good = calibration({ forward: 5.1, back: -5 }, '2026-05-01T08:00:00Z');
  const failed = calibration({ forward: 6, back: -5 }, '2026-06-01T08:00:00Z');
  it('a failed one puts right what was read since the last good one, and what follows until the next', () => {
    const all = checks(good, failed, calibration({ forward: 5, back: -5 }, '2026-07-01T08:00:00Z'));
    expect(correctionAt(all, '2026-04-01T00:00:00Z')).toEqual({});
    expect(correctionAt(all, '2026-05-15T00:00:00Z')).toEqual({ zero: 0.5 });
    expect(correctionAt(all, '2026-06-15T00:00:00Z')).toEqual({ zero: 0.5 });
    expect(correctionAt(all, '2026-07-15T00:00:00Z')).toEqual({});
  });
  it('without any, nothing is put right', () => {
    expect(correctionAt([], '2026-05-15T00:00:00Z')).toEqual({});
    expect(checkOf(thingOf(calibration({ nonsense: 3, taped: 10 } as never, '2026-05-01T08:00:00Z')))).toBeNull();
  });
  it('a taped base gives the factor', () => {
    const all = checks(calibration({ taped: 10, read: 10.25 }, '2026-06-01T08:00:00Z'));
    expect(correctionAt(all, '2026-05-15T00:00:00Z')).toEqual({ factor: 10 / 10.25 });
  });
  it('an ultrasonic one wants checking every day it is used', () => {
    const sonar = record(
      'instrument',
      { name: 'S', tool: 'ultrasonic', serial: null, sigma: null },
      '2026-01-01T00:00:00Z',
    ) as RecordOf<'instrument'>;
    const today = checks(calibration({ taped: 10, read: 10 }, '2026-06-02T08:00:00Z'));
    expect(uncheckedOn(sonar, today, '2026-06-02')).toBeNull();
    expect(uncheckedOn(sonar, today, '2026-06-03')).toEqual({ name: 'S' });
    expect(uncheckedOn(null, [], '2026-06-03')).toBeNull();
  });
});

describe('the book and its kit', () => {
  const person = record('person', { name: 'Ada', eyeHeight: null, reach: null }, '2026-01-01T00:00:00Z');
  const course = (paces: number[], on: string) =>
    record(
      'pace-calibration',
      { person: person.id, counted: 'double', runs: paces.map((p) => ({ course: 60, paces: p })), footwear: null, on },
      `${on}T08:00:00Z`,
    );
  it('a pace is that of the day, refined by what was both paced and taped since', () => {
    const [station, stem, tree, survey] = [v7(), v7(), v7(), v7()];
    const thing = (kind: 'tree' | 'stem', id: string, body: object) =>
      ({ ...record(kind, body as never, '2026-05-03T08:00:00Z'), id, entity: id }) as AnyRecord;
    const hung = [thing('tree', tree, { survey, tag: '1' }), thing('stem', stem, { tree, number: 1 })];
    const read = (body: object) =>
      record(
        'reading',
        { stem, visit: v7(), determination: v7(), station, shot: 1, instrument: null, calibration: null, typed: 'x', read: body },
        '2026-05-03T08:00:00Z',
        person.id,
      );
    const book = new Book([...hung, person, course([40, 40, 40], '2025-05-01'), course([38, 38, 38], '2026-05-01')]);
    expect(book.kit.paceOn(person.id, '2025-08-01', survey)?.pace).toBeCloseTo(1.5, 9);
    expect(book.kit.paceOn(person.id, '2026-08-01', survey)?.pace).toBeCloseTo(60 / 38, 9);
    const pair = [
      read({ kind: 'paces', value: 20, along: 'level', to: 'axis' }),
      read({ kind: 'distance', value: 33, unit: 'm', along: 'level', to: 'axis' }),
    ];
    const paired = book.add(pair).book;
    expect(paired.kit.paceOn(person.id, '2026-08-01', survey)).toMatchObject({
      runs: 4,
      pace: expect.closeTo((3 * (60 / 38) + 1.65) / 4, 9),
    });
    // from the very day of the calibration on
    const sameDay = new Book([...hung, person, course([38, 38, 38], '2026-05-03'), ...pair]);
    expect(sameDay.kit.paceOn(person.id, '2026-08-01', survey)).toMatchObject({ runs: 4 });
    // in another survey it is what the courses said
    expect(paired.kit.paceOn(person.id, '2026-08-01', v7())).toMatchObject({ runs: 3 });
    expect(new Book([person]).kit.paceOn(person.id, '2026-08-01', survey)).toBeNull();
  });
});
