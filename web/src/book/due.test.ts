import { describe, expect, it } from 'vitest';
import { Book } from './book';
import { dueIn } from './due';
import { sayDate } from './say-date';
import { record } from './test-everything';

const nela = record('person', { name: 'Nela', eyeHeight: null, reach: null });
const clinometer = record('instrument', { name: 'Clinometer 5', tool: 'clinometer', sigma: null, scale: null });
const check = (forward: number, back: number, day: string) => ({
  ...record('calibration', { instrument: clinometer.id, what: 'two-way', found: { forward, back } }),
  at: `${day}T08:00:00.000Z`,
});
const says = (records: ReturnType<typeof record>[], inHand = {}) =>
  dueIn(new Book([nela, clinometer, ...records] as never), nela.id, inHand, '2026-06-01').map((l) => l.says);

describe('what of the kit is due', () => {
  it('a failed check, an old one, and one that never was where the instrument is in hand', () => {
    expect(says([])).toEqual([]);
    expect(says([], { angle: clinometer.id })).toEqual(['Clinometer 5 is in hand and was never checked.']);
    expect(says([check(5, -5, '2026-05-20')] as never)).toEqual([]);
    expect(says([check(5, -5, '2026-01-20')] as never)).toEqual(['Clinometer 5 was last checked on 20 January.']);
    expect(says([check(8, -4, '2026-05-20')] as never)).toEqual(['Clinometer 5 failed its check on 20 May.']);
  });
  it('a length on a body that is older than a year', () => {
    const reach = (on: string) => record('body-measure', { person: nela.id, what: 'reach', value: 0.62, on });
    expect(says([reach('2026-03-01')])).toEqual([]);
    expect(says([reach('2024-03-01')])).toEqual(['Reach, eye to stick: last taken on 1 March 2024.']);
  });
  it('a day is said without the year of today', () => {
    expect(sayDate('2026-03-09', '2026-06-01')).toBe('9 March');
    expect(sayDate('2025-12-31', '2026-01-01')).toBe('31 December 2025');
  });
});
