import { demoRecords } from '@arbolito/demo';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { AnyRecord, BodyOf } from '../contract/envelope';
import { Book } from './book';
import { instrumentsOf } from './instrument-model';
import { makeRecord, recordsForReading } from './make-records';
import { recomputedBy } from './recomputed';
import { singleTree } from './test-place';

const maker = (at: string) => ({ device: 'desk', person: null, now: new Date(at), newId: v7 });
const instrument = (body: Partial<BodyOf<'instrument'>> & Pick<BodyOf<'instrument'>, 'name' | 'tool'>, at = '2026-01-01T08:00:00Z') =>
  makeRecord(maker(at), 'instrument', { serial: null, sigma: null, scale: null, ...body });
const check = (id: string, found: Record<string, number>, at: string) =>
  makeRecord(maker(at), 'calibration', { instrument: id, what: 'forward' in found ? 'two-way' : 'base', found }) as AnyRecord;

/** A tree whose distance a rangefinder read and whose sights a clinometer took. */
function measured(before: Book, kit: { clinometer: string; rangefinder: string }, tag: string, at: string) {
  let book = before;
  const place = { ...singleTree(), tag, instruments: { angle: kit.clinometer, rangefinder: kit.rangefinder } };
  let { determination } = place;
  for (const [read, typed] of [
    [{ kind: 'distance', value: 25, unit: 'm', along: 'level', to: 'axis', by: 'fixed-base' }, '25'],
    [{ kind: 'angle', target: 'tip', value: 40, scale: 'degree' }, '40'],
    [{ kind: 'angle', target: 'base', value: -4, scale: 'degree' }, '-4'],
  ] as const) {
    const made = recordsForReading(maker(at), book, { ...place, determination }, read, typed, { as: 'first' });
    book = book.add(made).book;
    const kept = made.at(-1);
    if (kept?.kind === 'reading') determination = { ...determination, id: kept.body.determination, station: kept.body.station };
  }
  return book;
}
const tan = (degrees: number) => Math.tan((degrees * Math.PI) / 180);

describe('the instruments of the book', () => {
  const clinometer = instrument({ name: 'Clinometer 7', tool: 'clinometer' });
  const rangefinder = instrument({ name: 'Rangefinder 8', tool: 'rangefinder' });
  const kit = { clinometer: clinometer.entity, rangefinder: rangefinder.entity };
  const empty = () => new Book([clinometer, rangefinder] as AnyRecord[]);

  it('a failed two-way check puts right what was read since the last good one, and nothing before it', () => {
    let book = measured(empty(), kit, 'early', '2026-04-01T08:00:00Z');
    book = book.add([check(kit.clinometer, { forward: 5, back: -5 }, '2026-05-01T08:00:00Z')]).book;
    book = measured(book, kit, 'late', '2026-05-20T08:00:00Z');
    expect(recomputedBy(book, kit.clinometer)).toEqual([]);
    book = book.add([check(kit.clinometer, { forward: 6, back: -4 }, '2026-06-01T08:00:00Z')]).book;
    const [late, ...others] = recomputedBy(book, kit.clinometer);
    expect(others).toEqual([]);
    expect(late).toMatchObject({ tag: 'late', units: 'metric' });
    // both sights were read 1° too high
    expect(late?.before).toBeCloseTo(25 * (tan(40) - tan(-4)), 6);
    expect(late?.after).toBeCloseTo(25 * (tan(39) - tan(-5)), 6);
    // the other instrument's check is no matter of this one
    expect(recomputedBy(book, kit.rangefinder)).toEqual([]);
  });
  it('a failed base check lengthens or shortens distances, and the tree that changes most stands first', () => {
    let book = measured(empty(), kit, 'one', '2026-05-20T08:00:00Z');
    book = book.add([check(kit.rangefinder, { taped: 10, read: 10.4 }, '2026-06-01T08:00:00Z')]).book;
    const [one] = recomputedBy(book, kit.rangefinder);
    expect((one?.after ?? 0) / (one?.before ?? 1)).toBeCloseTo(10 / 10.4, 9);
    const demo = new Book(demoRecords().records as unknown as AnyRecord[]);
    const failed = demo.all('instrument').filter((i) => recomputedBy(demo, i.entity).length > 0);
    expect(failed.map((i) => i.body.name)).toEqual(['Clinometer 5']);
    const changes = recomputedBy(demo, failed[0]?.entity ?? '').map((t) => Math.abs(t.after - t.before));
    expect(changes).toEqual(changes.toSorted((a, b) => b - a));
  });
  it('are due by what they are: ultrasound every day, a clinometer after a season, a diameter tape never', () => {
    const sonar = instrument({ name: 'Sonar', tool: 'ultrasonic' });
    const tape = instrument({ name: 'Tape', tool: 'diameter-tape', sigma: 0.002 });
    const book = empty().add([
      sonar as AnyRecord,
      tape as AnyRecord,
      check(sonar.entity, { taped: 10, read: 10.02, celsius: 12 }, '2026-06-01T07:00:00Z'),
      check(kit.clinometer, { forward: 5, back: -5 }, '2026-06-01T07:00:00Z'),
    ]).book;
    const due = (today: string) => Object.fromEntries(instrumentsOf(book, today).map((i) => [i.name, i.due?.state ?? null]));
    expect(due('2026-06-02')).toEqual({ 'Clinometer 7': 'good', 'Rangefinder 8': null, Sonar: 'due', Tape: null });
    expect(due('2026-09-15')).toMatchObject({ 'Clinometer 7': 'due' });
  });
  it('say their scale and where it ends, as it stands on them', () => {
    const scaled = instrument({
      name: 'Percent',
      tool: 'clinometer',
      scale: { kind: 'percent', distance: null, level: null, grows: null, end: 150 },
    });
    const [line] = instrumentsOf(new Book([scaled as AnyRecord]), '2026-06-02');
    expect(line).toMatchObject({ scale: { kind: 'percent' }, end: '+150 %' });
    expect(instrumentsOf(empty(), '2026-06-02')[0]).toMatchObject({ scale: null, end: null });
  });
});
