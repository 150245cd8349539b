import { describe, expect, it } from 'vitest';
import type { Reading } from '../reading/index';
import { PRESETS } from '../survey/index';
import { deriveTree, type SpeciesFigures } from '../tree/index';
import { checkTree } from './index';

const metric = PRESETS['forest-metric'].options;
const pine: SpeciesFigures = { crown: 'conifer' };

interface Readings {
  dbh?: number;
  unit?: 'cm' | 'in';
  d?: number;
  tip?: number;
  base?: number;
  ground?: number;
  scale?: 'percent' | 'degree';
  crownBase?: number;
  merchantable?: number;
}
const codes = (r: Readings, protocol = metric) => findings(r, protocol).map((f) => f.code);
const findings = (r: Readings, protocol = metric) => {
  const scale = r.scale ?? 'percent';
  const readings: Reading[] = [];
  if (r.dbh) readings.push({ kind: 'diameter', tool: 'diameter-tape', value: r.dbh, unit: r.unit ?? 'cm' });
  if (r.d) readings.push({ kind: 'distance', value: r.d, unit: 'm', along: 'level', to: 'axis' });
  for (const [target, value] of [
    ['tip', r.tip],
    ['base', r.base],
    ['crown-base', r.crownBase],
    ['merchantable', r.merchantable],
  ] as const) {
    if (value !== undefined) readings.push({ kind: 'angle', target, value, scale });
  }
  if (r.ground !== undefined) readings.push({ kind: 'angle', target: 'ground', value: r.ground, scale: 'degree' });
  return checkTree({ readings, result: deriveTree({ readings, protocol, species: pine }), protocol, species: pine });
};

/** A sound tree: 38 cm, 24 m away on level ground, 22 m tall. */
const sound: Readings = { dbh: 38, d: 24, tip: 85, base: -6.7 };

describe('checks while standing at the tree', () => {
  it('say nothing of a sound tree, in percent, in degrees, or on a slope that was read', () => {
    expect(codes(sound)).toEqual([]);
    expect(codes({ dbh: 38, d: 24, tip: 40.4, base: -3.8, scale: 'degree' })).toEqual([]);
    // where the slope was sighted, a tape said to be level is asked about
    expect(findings({ ...sound, tip: 103, base: 11, ground: 10 }).map((f) => [f.code, f.severity])).toEqual([['slope-distance', 'advice']]);
    expect(codes({ ...sound, tip: 103, base: 11 })).toEqual([]);
  });

  it.each([
    ['a missing minus on the base', { ...sound, base: 6.7 }, 'base-sign'],
    ['a missing minus, slope known', { ...sound, base: 6.7, ground: 0 }, 'base-sign'],
    ['a base left at level', { ...sound, base: 0 }, 'base-level'],
    ['a base as if on a cliff', { ...sound, base: -85 }, 'base-steep-ground'],
    ['degrees read as percent', { ...sound, tip: 30, base: -14.9, ground: -12 }, 'degrees-for-percent'],
    ['percent read as degrees', { ...sound, tip: 60, base: -22, ground: -8.6, scale: 'degree' as const }, 'percent-for-degrees'],
    ['a distance in feet', { ...sound, dbh: 20, base: -21.9, ground: 0 }, 'distance-in-feet'],
    ['a base that fits nothing', { ...sound, base: -60, ground: 10 }, 'base-unexpected'],
    ['a girth as diameter', { ...sound, dbh: 119 }, 'circumference-as-diameter'],
    ['inches as centimetres', { ...sound, dbh: 13 }, 'inches-as-centimetres'],
    ['a decimal point that slipped', { ...sound, dbh: 380 }, 'decimal-slip'],
    ['a diameter no slip explains', { ...sound, dbh: 2000 }, 'slenderness'],
    ['an angle past 60°', { dbh: 38, d: 12, tip: 180, base: -13 }, 'steep-sight'],
    ['a distance under half the height', { dbh: 38, d: 10, tip: 205, base: -16 }, 'close-station'],
    ['a turned sign on the tip', { ...sound, tip: -85 }, 'top-below-base'],
    ['a crown base over the tip', { ...sound, crownBase: 95 }, 'crown-base-over-total'],
    ['a merchantable top over the tip', { ...sound, merchantable: 95 }, 'merchantable-over-total'],
  ])('notice %s', (_, readings, code) => {
    expect(codes(readings)).toContain(code);
  });

  it('put what can not be before what hardly is', () => {
    const found = findings({ ...sound, base: 6.7, ground: 0, crownBase: 95 });
    expect(found.map((f) => f.severity)).toEqual(['wrong', 'doubt']);
  });

  it('each say what, why and the one thing to do; an advice to move carries its gain', () => {
    for (const f of [
      ...findings({ ...sound, base: 6.7 }),
      ...findings({ ...sound, dbh: 119 }),
      ...findings({ dbh: 38, d: 10, tip: 205, base: -16 }),
    ]) {
      expect([f.what, f.why, f.remedy].every((s) => /^[“A-Z±\d].{15,}[.]$/u.test(s))).toBe(true);
    }
    const close = findings({ dbh: 38, d: 10, tip: 205, base: -16 }).find((f) => f.code === 'close-station');
    const [now, then] = [...(close?.remedy.matchAll(/±([\d.]+)/g) ?? [])].map((m) => Number(m[1]));
    expect(then).toBeLessThan(now ?? 0);
  });

  it('allow an open-grown tree of the street its stoutness', () => {
    const stout = { dbh: 90, d: 14, tip: 90, base: -11 };
    expect(codes(stout)).toContain('circumference-as-diameter');
    expect(codes(stout, PRESETS.street.options)).toEqual([]);
  });
});

describe('where to stand', () => {
  const at = (distance: number, height: number, figures: SpeciesFigures) => {
    const readings: Reading[] = [
      { kind: 'distance', value: distance, unit: 'm', along: 'level', to: 'axis' },
      { kind: 'angle', target: 'tip', value: ((height - 1.6) / distance) * 100, scale: 'percent' },
      { kind: 'angle', target: 'base', value: (-1.6 / distance) * 100, scale: 'percent' },
    ];
    return checkTree({
      readings,
      result: deriveTree({ readings, protocol: metric, species: figures }),
      protocol: metric,
      species: figures,
    });
  };
  const broad: SpeciesFigures = { crown: 'broad' };
  it('says how far to step back and what that brings, where the error is larger than the protocol asks', () => {
    const [advice] = at(18, 20, broad);
    expect(advice).toMatchObject({ code: 'stand-better', severity: 'advice', target: 'distance' });
    const [, to, now, there] = /Step back to ([\d.]+) m: ±([\d.]+) m becomes ±([\d.]+) m/.exec(advice?.remedy ?? '') ?? [];
    expect(Number(to)).toBeGreaterThan(18);
    expect(Number(there)).toBeLessThan(Number(now) * 0.8);
    // and standing there it is as good as it said
    const again = deriveTree({
      readings: [
        { kind: 'distance', value: Number(to), unit: 'm', along: 'level', to: 'axis' },
        { kind: 'angle', target: 'tip', value: (18.4 / Number(to)) * 100, scale: 'percent' },
        { kind: 'angle', target: 'base', value: (-1.6 / Number(to)) * 100, scale: 'percent' },
      ],
      protocol: metric,
      species: broad,
    });
    expect(again.height.ok && again.height.value.sigma).toBeCloseTo(Number(there), 1);
  });
  it('says nothing where it is good enough, nor where nobody said what tree it is', () => {
    expect(at(24, 20, pine)).toEqual([]);
    expect(at(18, 20, {})).toEqual([]);
  });
  it('names another method where no place is much better', () => {
    const [advice] = at(50, 20, { crown: 'broad', tipOffset: 4 });
    expect(advice).toMatchObject({ code: 'other-method', remedy: expect.stringContaining('laser shots') });
  });
  it('a crown’s shoulder, a lean nobody said and one toward the eye are advice', () => {
    const say = (more: readonly Reading[]) => {
      const readings: Reading[] = [
        { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis' },
        { kind: 'angle', target: 'tip', value: 100, scale: 'percent' },
        { kind: 'angle', target: 'base', value: -8, scale: 'percent' },
        ...more,
      ];
      return checkTree({
        readings,
        result: deriveTree({ readings, protocol: metric, species: pine }),
        protocol: metric,
        species: pine,
      }).map((f) => f.code);
    };
    expect(say([{ kind: 'crown', halfWidth: 5, depth: 5, unit: 'm' }])).toContain('crown-overshoot');
    expect(say([{ kind: 'trunk', trunk: { lean: { angle: 12, toward: 'downhill' } } }])).toContain('lean-not-said');
    expect(say([{ kind: 'lean', value: 12, toward: 'eye' }])).toContain('lean-toward');
    expect(say([{ kind: 'lean', value: 12, toward: 'side' }])).not.toContain('lean-toward');
  });
});

describe('two shadows', () => {
  const codes = (readings: readonly Reading[]) =>
    checkTree({ readings, result: deriveTree({ readings, protocol: metric }), protocol: metric, species: {} }).map((f) => f.code);
  const tree = (minute: number, station: string): Reading => ({ kind: 'shadow', value: 18, unit: 'm', minute, station });
  const staff = (minute: number, station: string): Reading => ({
    kind: 'reference-shadow',
    value: 1.9,
    height: 1.5,
    unit: 'm',
    minute,
    station,
  });
  it('belong to one minute', () => {
    expect(codes([tree(700, 'A'), staff(704, 'A')])).toContain('shadow-gap');
    expect(codes([tree(700, 'A'), staff(701, 'A')])).not.toContain('shadow-gap');
  });
  it('of two places are no pair', () => {
    expect(codes([tree(700, 'A'), staff(700.5, 'A'), tree(760, 'B'), staff(760.5, 'B')])).not.toContain('shadow-gap');
    expect(codes([tree(700, 'A'), staff(760, 'B')])).not.toContain('shadow-gap');
  });
});

describe('what is read twice, or set and not used', () => {
  const at = (station: string, more: readonly Reading[]): Reading[] => more.map((r) => ({ ...r, station }) as Reading);
  const codes = (readings: readonly Reading[], more: object = {}) =>
    checkTree({
      readings,
      result: deriveTree({ readings, protocol: metric, species: pine }),
      protocol: metric,
      species: pine,
      ...more,
    }).map((f) => f.code);
  const tape = (value: number): Reading => ({ kind: 'distance', value, unit: 'm', along: 'level', to: 'axis' });
  const sights: readonly Reading[] = [
    { kind: 'angle', target: 'tip', value: 85, scale: 'percent' },
    { kind: 'angle', target: 'base', value: -6.7, scale: 'percent' },
  ];
  it('a distance read as two different ones is said, the same again is not', () => {
    expect(codes([tape(24), tape(30), ...sights])).toContain('distance-twice');
    expect(codes([tape(24), tape(24.1), ...sights])).not.toContain('distance-twice');
  });
  it('a distance set in an instrument that is not the one read', () => {
    const device = (set: number): Reading => ({ kind: 'device-height', target: 'tip', value: 20, unit: 'm', setDistance: set });
    expect(codes([tape(24), device(20)])).toContain('device-distance');
    expect(codes([tape(24), device(24)])).not.toContain('device-distance');
  });
  it('the reach of the kit against the one typed', () => {
    const stick: Reading = { kind: 'stick', target: 'tip', value: 58, unit: 'cm', reach: 0.8 };
    expect(codes([{ kind: 'diameter', tool: 'diameter-tape', value: 38, unit: 'cm' }, tape(24), stick], { reach: 0.64 })).toContain(
      'length-as-reach',
    );
    expect(codes([tape(24), { ...stick, reach: 0.65 }], { reach: 0.64 })).toEqual([]);
  });
  it('logs that reach past the tip', () => {
    const logs = (value: number): Reading => ({ kind: 'logs', value });
    expect(codes([tape(24), ...sights, logs(5)])).toContain('logs-over-total');
    expect(codes([tape(24), ...sights, logs(3)])).not.toContain('logs-over-total');
  });
  it('one determination upside down among others, and one that is begun', () => {
    const upside = at('B', [
      tape(24),
      { kind: 'angle', target: 'tip', value: -85, scale: 'percent' },
      { kind: 'angle', target: 'base', value: -6.7, scale: 'percent' },
    ]);
    expect(codes([...at('A', [tape(24), ...sights]), ...upside])).toContain('top-below-base');
    expect(codes([tape(24), ...sights, { kind: 'stick', target: 'tip', value: 58, unit: 'cm' }])).toEqual(['unfinished']);
  });
  it('several causes that fit are all named, the likeliest first', () => {
    const found = findings({ ...sound, dbh: 119 })[0];
    expect(found?.code).toBe('circumference-as-diameter');
    const both = findings({ ...sound, d: 42, dbh: 33, base: -3.8, ground: 0, tip: 40 });
    expect(both.every((f) => !f.causes || f.causes[0] === f.code)).toBe(true);
  });
});
