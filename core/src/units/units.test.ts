import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  add,
  feet,
  fromMetres,
  LENGTH_UNITS,
  type Metres,
  metres,
  parseAngle,
  parseLength,
  parseLine,
  readingOf,
  tangent,
  tangentOf,
  toMetres,
} from './index';

describe('quantities', () => {
  it('let only one unit be added', () => {
    expect(add(metres(1.3), metres(2))).toBeCloseTo(3.3, 12);
    // @ts-expect-error feet can't be added to metres
    add(metres(1), feet(1));
    // @ts-expect-error a bare sum of unlike units is not metres
    const sum: Metres = metres(1) + feet(1);
    expect(sum).toBe(2);
  });

  it('convert exactly and back', () => {
    expect(toMetres(1, 'chain')).toBe(20.1168);
    expect(toMetres(66, 'ft')).toBeCloseTo(toMetres(1, 'chain'), 12);
    fc.assert(
      fc.property(fc.double({ min: 1e-3, max: 1e5, noNaN: true }), fc.constantFrom(...LENGTH_UNITS), (v, unit) => {
        expect(fromMetres(toMetres(v, unit), unit) / v).toBeCloseTo(1, 12);
      }),
    );
  });
});

describe('lengths as people say them', () => {
  it.each([
    ['143\'9"', 'm', 143.75, 'ft'],
    ['143ft 9', 'm', 143.75, 'ft'],
    ['143 9', 'ft', 143.75, 'ft'],
    ['5′ 6 1/2″', 'm', 5 + 6.5 / 12, 'ft'],
    ['17 3/8 in', 'cm', 17.375, 'in'],
    ['17-3/8"', 'in', 17.375, 'in'],
    ['12,4', 'm', 12.4, 'm'],
    ['.5', 'm', 0.5, 'm'],
    ['41.3 cm', 'in', 41.3, 'cm'],
    ['413mm', 'cm', 413, 'mm'],
    ['1.25 chains', 'm', 1.25, 'chain'],
    ['80FT', 'm', 80, 'ft'],
  ] as const)('%s in a field of %s', (text, field, value, unit) => {
    const parsed = parseLength(text, field);
    expect(parsed).toMatchObject({ ok: true, unit });
    if (parsed.ok) {
      expect(parsed.value).toBeCloseTo(value, 10);
      expect(parsed.metres).toBeCloseTo(toMetres(value, unit), 10);
    }
  });

  it.each([
    ['', /Nothing is typed/],
    ['12a', /not a length/],
    ['-3', /negative/],
    ['−3 m', /negative/],
    ['0', /measures nothing/],
    ['1.234,5', /more than one decimal sign/],
    ['1,2,3', /more than one decimal sign/],
    ['5\'13"', /under 12/],
    ['3/0 in', /zero/],
    ['12 30', /two numbers/],
    ['9e9', /not a length/],
    ['99999999', /out of range/],
    ['5 yd', /not a length/],
  ])('refuses %j with a sentence', (text, why) => {
    const parsed = parseLength(text, 'm');
    expect(parsed.ok).toBe(false);
    if (!parsed.ok) expect(parsed.reason).toMatch(why);
  });

  it('never throws and never lets anything but a positive finite length through', () => {
    fc.assert(
      fc.property(fc.string(), fc.constantFrom(...LENGTH_UNITS), (text, unit) => {
        const parsed = parseLength(text, unit);
        expect(parsed.ok ? Number.isFinite(parsed.metres) && parsed.metres > 0 : parsed.reason.length > 10).toBe(true);
      }),
    );
  });
});

describe('sightings', () => {
  it.each([
    ['-15', -15, 'percent', true],
    ['▼15', -15, 'percent', true],
    ['▲ 31', 31, 'percent', true],
    ['80', 80, 'percent', false],
    ['−4,5°', -4.5, 'degree', true],
    ['+58/66', 58, 'topographic', true],
    ['27.5 / 20', 27.5, 'fixed', false],
  ] as const)('%s', (text, value, kind, signed) => {
    expect(parseAngle(text, { kind: 'percent' })).toMatchObject({ ok: true, value, signed, scale: { kind } });
  });

  it.each(['', 'x', '90°', '-90°', '95 deg', '4 5', '--3', '20/0', '1e5', '9000 %'])('refuses %j', (text) => {
    expect(parseAngle(text, { kind: 'percent' }).ok).toBe(false);
  });

  it('reads back what a scale shows, on every scale', () => {
    const scale = fc.oneof(
      fc.constantFrom({ kind: 'degree' } as const, { kind: 'percent' } as const, { kind: 'topographic' } as const),
      fc.integer({ min: 10, max: 50 }).map((distance) => ({ kind: 'fixed', distance }) as const),
    );
    fc.assert(
      fc.property(fc.double({ min: -5.6, max: 5.6, noNaN: true }), scale, (t, s) => {
        expect(tangentOf(readingOf(tangent(t), s), s)).toBeCloseTo(t, 10);
      }),
    );
  });

  it('throws on what no instrument can show', () => {
    expect(() => tangentOf(90, { kind: 'degree' })).toThrow(/straight up/);
    expect(() => tangentOf(Number.NaN, { kind: 'percent' })).toThrow(/finite/);
    expect(() => tangentOf(5, { kind: 'fixed', distance: 0 })).toThrow(/above 0/);
  });
});

describe('a tree on one line', () => {
  const defaults = { diameter: 'cm', distance: 'm', scale: { kind: 'percent' } } as const;
  it('is distance, tip, base', () => {
    const line = parseLine('20m 80 -15', defaults);
    expect(line.ok && line.readings.map((r) => [r.target, r.length?.value ?? r.angle?.value])).toEqual([
      ['distance', 20],
      ['tip', 80],
      ['base', -15],
    ]);
  });
  it('may begin with the diameter and name units and scales', () => {
    const line = parseLine(`16.3in 65'6" 41,5° -4°`, defaults);
    expect(line.ok && line.readings.map((r) => r.length?.unit ?? r.angle?.scale.kind)).toEqual(['in', 'ft', 'degree', 'degree']);
    expect(parseLine('41.3 cm 20 m 80 % -15 %', defaults).ok).toBe(true);
  });
  it('says which value it can not read', () => {
    const line = parseLine('20m 8o -15', defaults);
    expect(line.ok ? '' : line.reason).toMatch(/^Tip: “8o”/);
    expect(parseLine('1 2 3 4 5', defaults).ok).toBe(false);
  });
});
