import { type Reading, tangentOf } from '@arbolito/core';
import fc from 'fast-check';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { AnyRecord, BodyOf } from '../contract/envelope';
import { Book } from './book';
import { angleScaleOf, scaleEndOf } from './instrument-scale';
import { makeRecord } from './make-records';

type Kept = NonNullable<BodyOf<'instrument'>['scale']>;
const kept = (s: Partial<Kept> & Pick<Kept, 'kind'>): Kept => ({ distance: null, level: null, grows: null, ...s });

describe('where an instrument’s scale ends', () => {
  it.each<[string, Kept, number | null]>([
    ['degrees', kept({ kind: 'degree', end: 75 }), 75],
    ['percent', kept({ kind: 'percent', end: 100 }), 45],
    ['topographic', kept({ kind: 'topographic', end: 66 }), 45],
    ['a scale for 20 m', kept({ kind: 'fixed', distance: 20, end: 20 }), 45],
    ['a dial that grows up', kept({ kind: 'dial', level: 90, grows: 'up', end: 150 }), 60],
    ['a dial that grows down', kept({ kind: 'dial', level: 90, grows: 'down', end: 30 }), 60],
    ['no end', kept({ kind: 'percent' }), null],
    ['level or below', kept({ kind: 'percent', end: -5 }), null],
    ['straight up', kept({ kind: 'degree', end: 90 }), null],
    ['a fixed scale without its distance', kept({ kind: 'fixed', end: 20 }), null],
  ])('%s', (_, scale, degrees) => {
    if (degrees === null) expect(scaleEndOf(scale)).toBeNull();
    else expect(scaleEndOf(scale)).toBeCloseTo(degrees, 9);
  });
  it('is the sight that reads it, on any scale', () => {
    fc.assert(
      fc.property(fc.constantFrom('degree', 'percent', 'topographic'), fc.double({ min: 0.1, max: 89, noNaN: true }), (kind, end) => {
        const scale = angleScaleOf(kept({ kind, end }));
        const degrees = scaleEndOf(kept({ kind, end })) ?? 0;
        expect(scale && tangentOf(end, scale)).toBeCloseTo(Math.tan((degrees * Math.PI) / 180), 6);
      }),
    );
  });
  it('goes with every sight of that instrument', () => {
    const maker = { device: 'desk', person: null, now: new Date('2026-06-01T10:00:00Z'), newId: v7 };
    const made = makeRecord(maker, 'instrument', {
      name: 'Clinometer',
      tool: 'clinometer',
      serial: null,
      sigma: null,
      scale: kept({ kind: 'percent', end: 100 }),
    });
    const tip: Reading = { kind: 'angle', target: 'tip', value: 80, scale: 'percent' };
    const book = new Book([made as AnyRecord]);
    const by = { person: null, at: '2026-06-02', survey: null };
    expect(book.kit.join(tip, { ...by, instrument: made.entity })).toMatchObject({ ...tip, scaleEnd: expect.closeTo(45, 9) });
    expect(book.kit.join(tip, { ...by, instrument: null })).toEqual(tip);
  });
});
