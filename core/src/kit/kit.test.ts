import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { metres } from '../units';
import { dueOn, goodEnoughUpTo, yearsBetween } from './index';

describe('good enough', () => {
  it('a stick of 4 % holds classes of 4 cm up to 25 cm, and no permanent point', () => {
    expect(goodEnoughUpTo(0.04, { kind: 'class', halfWidth: metres(0.02) })).toBeCloseTo(0.25, 12);
    expect(goodEnoughUpTo(0.04, { kind: 'close', absolute: metres(0.0025), relative: 0.01 })).toBeNull();
    expect(goodEnoughUpTo(0.004, { kind: 'close', absolute: metres(0.0025), relative: 0.01 })).toBe(Number.POSITIVE_INFINITY);
    expect(() => goodEnoughUpTo(0, { kind: 'class', halfWidth: metres(0.02) })).toThrow();
  });
});

describe('when a mark is due', () => {
  it('counts days as the calendar does', () => {
    const iso = (d: Date) => d.toISOString().slice(0, 10);
    const day = fc.date({ min: new Date('1990-01-01'), max: new Date('2090-01-01'), noInvalidDate: true });
    fc.assert(
      fc.property(day, fc.integer({ min: 0, max: 900 }), (from, later) => {
        const to = new Date(from.getTime() + later * 86_400_000);
        expect(dueOn(iso(from), iso(to)).days).toBe(365 - later);
        expect(yearsBetween(iso(from), iso(to))).toBeCloseTo(later / 365.25, 9);
      }),
    );
  });
  it('says good, soon, due', () => {
    expect(dueOn('2026-01-01', '2026-06-01').state).toBe('good');
    expect(dueOn('2026-01-01', '2026-12-10').state).toBe('soon');
    expect(dueOn('2026-01-01', '2027-01-01').state).toBe('due');
    expect(() => dueOn('yesterday', '2026-01-01')).toThrow(/2026-05-11/);
  });
});
