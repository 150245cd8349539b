import { describe, expect, it } from 'vitest';
import type { Reading } from '../reading/index';
import { PRESETS } from '../survey/index';
import { metres } from '../units';
import { deriveTree, type HeightMethod } from './index';

const metric = PRESETS['forest-metric'].options;
const us = PRESETS['timber-us'].options;
const dbh = (value: number): Reading => ({ kind: 'diameter', tool: 'diameter-tape', value, unit: 'cm' });
const tape = (value: number, unit: 'm' | 'ft' = 'm'): Reading => ({ kind: 'distance', value, unit, along: 'level', to: 'axis' });
type Target = Extract<Reading, { kind: 'angle' }>['target'];
const angle = (target: Target, value: number, scale: 'degree' | 'percent' = 'percent'): Reading => ({
  kind: 'angle',
  target,
  value,
  scale,
});
const shot = (target: 'tip' | 'base' | 'mark', value: number, elevation: number, more: object = {}): Reading =>
  ({ kind: 'shot', target, value, unit: 'm', elevation, by: 'laser', to: 'axis', ...more }) as Reading;
const derive = (readings: readonly Reading[], protocol = metric) => deriveTree({ readings, protocol, eyeHeight: metres(1.6) });

describe('every method’s worked example, from readings to the tree', () => {
  const EXAMPLES: readonly [name: string, height: number, method: HeightMethod, readings: readonly Reading[]][] = [
    [
      'one angle between base and tip',
      29.11,
      'included-angle',
      [tape(30), { kind: 'angle', target: 'tip', value: 46, scale: 'degree', included: true }, angle('base', -7)],
    ],
    ['two line-of-sight shots', 25.72, 'line-shots', [shot('tip', 31.6, 47.2), shot('base', 22.4, -6.5)]],
    [
      'a transponder on the bark',
      26.35,
      'transponder',
      [
        dbh(40),
        shot('mark', 18.42, -3.1, { by: 'ultrasonic', to: 'bark' }),
        { kind: 'mark-height', value: 1.3, unit: 'm' },
        angle('tip', 52.3, 'degree'),
      ],
    ],
    [
      'a pole at the base',
      18.91,
      'pole',
      [{ kind: 'pole', value: 4, unit: 'm' }, angle('tip', 96), angle('base', -8), angle('pole-top', 14)],
    ],
    [
      'two stations',
      25.1,
      'two-stations',
      [
        { kind: 'baseline', value: 15, unit: 'm', far: 'B', station: 'A' },
        { ...angle('tip', 92), station: 'A' },
        { ...angle('base', -4), station: 'A' },
        { ...angle('tip', 58), station: 'B' },
        { ...angle('base', -3), station: 'B' },
      ],
    ],
    ['equal legs, to the bark', 22, 'equal-legs', [dbh(40), { kind: 'equal-legs', value: 21.8, unit: 'm', along: 'level', to: 'bark' }]],
    [
      'equal legs along a slope of 3 : 4',
      20,
      'equal-legs',
      [{ kind: 'equal-legs', value: 25, unit: 'm', along: 'slope', to: 'axis' }, angle('ground', 75)],
    ],
    ['an upright stick', 25.83, 'stick', [tape(31), { kind: 'stick', target: 'tip', value: 60, unit: 'cm', reach: 0.72 }]],
    ['a set angle', 17.5, 'set-angle', [tape(33), { kind: 'set-angle', rise: 1, run: 2 }, { kind: 'mark-height', value: 1, unit: 'm' }]],
    [
      'a shadow',
      14.7,
      'shadow',
      [dbh(44), { kind: 'shadow', value: 18.6, unit: 'm' }, { kind: 'reference-shadow', value: 1.92, height: 1.5, unit: 'm' }],
    ],
    [
      'a shadow on ground that rises away from the tree: seen from its end the tree stands lower',
      16.59,
      'shadow',
      [
        dbh(44),
        { kind: 'shadow', value: 18.6, unit: 'm' },
        { kind: 'reference-shadow', value: 1.92, height: 1.5, unit: 'm' },
        angle('ground', -6, 'degree'),
      ],
    ],
    [
      'an instrument set to 20 m, used at 25',
      22.5,
      'device',
      [tape(25), { kind: 'device-height', target: 'tip', value: 18, unit: 'm', setDistance: 20 }],
    ],
    ['three parts', 31.09, 'direct', [{ kind: 'direct-height', target: 'tip', value: 88.3, more: [9.6, 4.1], unit: 'ft' }]],
    [
      'the line of sight’s own cosine',
      22 * (Math.tan((41.5 * Math.PI) / 180) - Math.tan((-4 * Math.PI) / 180)),
      'two-sights',
      [
        {
          kind: 'distance',
          value: 22 / Math.cos((10 * Math.PI) / 180),
          unit: 'm',
          along: 'sight',
          elevation: -10,
          to: 'axis',
          by: 'laser',
        },
        angle('tip', 41.5, 'degree'),
        angle('base', -4, 'degree'),
      ],
    ],
    [
      'paces of the person’s own length',
      20,
      'two-sights',
      [
        { kind: 'paces', value: 14, pace: 1.5, along: 'level', to: 'axis' },
        angle('tip', (18.4 / 21) * 100),
        angle('base', (-1.6 / 21) * 100),
      ],
    ],
    [
      'tip and base at different distances',
      24 * 0.8 + 20 * 0.08,
      'two-sights',
      [tape(20), { kind: 'distance', value: 24, unit: 'm', along: 'level', to: 'plumb' }, angle('tip', 80), angle('base', -8)],
    ],
  ];
  it.each(EXAMPLES)('%s', (_, height, method, readings) => {
    const found = derive(readings).height;
    expect(found).toMatchObject({ ok: true, value: { value: expect.closeTo(height, 2), method } });
    const h = found.ok ? found.value : null;
    // its parts make its error
    expect(Math.hypot(...Object.values(h?.parts ?? {}))).toBeCloseTo(h?.sigma ?? 0, 9);
    expect(h?.parts).toHaveProperty(h?.dominant ?? '');
  });

  it('crown base, stump and named points from the station that took the tip', () => {
    const tree = derive([
      dbh(40),
      shot('mark', 18.42, -3.1, { by: 'ultrasonic', to: 'bark' }),
      { kind: 'mark-height', value: 1.3, unit: 'm' },
      angle('tip', 52.3, 'degree'),
      angle('crown-base', 38, 'degree'),
      { kind: 'angle', target: 'point', name: 'defect', value: 20, scale: 'degree' },
      { kind: 'shot', target: 'point', name: 'log 2', value: 20, unit: 'm', elevation: 15, by: 'laser', to: 'axis' },
      angle('stump', -4.5, 'degree'),
    ]);
    expect(tree.crownBase).toMatchObject({ ok: true, value: { value: expect.closeTo(16.82, 2) } });
    expect(tree.points).toMatchObject([
      { name: 'defect', height: { ok: true } },
      {
        name: 'log 2',
        height: {
          ok: true,
          value: { value: expect.closeTo(1.3 + 20 * Math.sin(Math.PI / 12) + 18.42 * Math.sin((3.1 * Math.PI) / 180), 6) },
        },
      },
    ]);
    expect(tree.stump).toMatchObject({ ok: true });
  });

  it('logs by a stick’s scale, at another distance and reach, odd ends down', () => {
    const logs = (value: number, distance: number) =>
      derive([dbh(50), tape(distance, 'ft'), { kind: 'log-scale', value, reach: 0.635 }], us).boards;
    expect(logs(2.5, 66)).toMatchObject({ ok: true, value: { count: 2.5, counted: 'told' } });
    expect(logs(2, 99)).toMatchObject({ ok: true, value: { count: 3 } });
    expect(logs(2.7, 66)).toMatchObject({ ok: true, value: { count: 2.5 } });
  });
});

describe('several determinations', () => {
  const at = (station: string, height: number): Reading[] =>
    [tape(25), angle('tip', ((height - 1.6) / 25) * 100), angle('base', -6.4)].map((r) => ({ ...r, station }));
  it('that disagree beyond their errors widen the mean’s error and name the odd one', () => {
    const input = { protocol: PRESETS['tall-tree'].options, species: { tipOffset: 0 } };
    const close = deriveTree({ ...input, readings: [...at('a', 24), ...at('b', 24.2), ...at('c', 24.1)] }).height;
    expect(close).toMatchObject({ ok: true, value: { agreement: { determinations: 3, agree: true, odd: null } } });
    const odd = deriveTree({ ...input, readings: [...at('a', 24), ...at('b', 30), ...at('c', 24.1)] }).height;
    expect(odd).toMatchObject({ ok: true, value: { agreement: { agree: false, odd: 'b' } } });
    if (!close.ok || !odd.ok) throw new Error('no height');
    expect(odd.value.sigma).toBeGreaterThan(5 * close.value.sigma);
    expect(close.value.agreement?.spread).toBeCloseTo(0.1, 6);
  });
});

describe('what nothing follows from says so', () => {
  const two = (a: number, b: number): Reading[] => [
    { kind: 'baseline', value: 10, unit: 'm', far: 'B', station: 'A' },
    { ...angle('tip', a), station: 'A' },
    { ...angle('base', -5), station: 'A' },
    { ...angle('tip', b), station: 'B' },
    { ...angle('base', -5), station: 'B' },
  ];
  it.each<[string, Reading[], string]>([
    ['two stations with equal readings', two(60, 60), 'no-parallax'],
    ['two stations with hardly different ones', two(60, 59.8), 'errors-too-large'],
    ['a far station without its sights', two(60, 50).slice(0, 4), 'far-not-sighted'],
    [
      'a pole top below the base',
      [{ kind: 'pole', value: 4, unit: 'm' }, angle('tip', 90), angle('base', 10), angle('pole-top', 5)],
      'pole-below-base',
    ],
    [
      'the sun on the slope’s plane',
      [
        dbh(40),
        { kind: 'shadow', value: 10, unit: 'm' },
        { kind: 'reference-shadow', value: 1, height: 1, unit: 'm' },
        angle('ground', 45, 'degree'),
      ],
      'sun-in-slope',
    ],
    ['a shadow without its reference', [dbh(40), { kind: 'shadow', value: 10, unit: 'm' }], 'no-reference-shadow'],
    [
      'a transponder above the tip',
      [dbh(40), shot('mark', 20, 20, { to: 'bark' }), { kind: 'mark-height', value: 1.3, unit: 'm' }, angle('tip', -5)],
      'top-below-base',
    ],
    [
      'an angle past the zenith',
      [tape(20), { kind: 'angle', target: 'tip', value: 89, scale: 'degree', included: true }, angle('base', 5)],
      'tip-overhead',
    ],
    [
      'an included angle before its base',
      [tape(20), { kind: 'angle', target: 'tip', value: 46, scale: 'degree', included: true }],
      'no-base',
    ],
    ['a stick without a reach', [tape(20), { kind: 'stick', target: 'tip', value: 60, unit: 'cm' }], 'no-reach'],
    ['paces without a pace', [{ kind: 'paces', value: 20, along: 'level', to: 'axis' }, angle('tip', 80), angle('base', -8)], 'no-pace'],
    [
      'a set angle on a slope without its mark',
      [tape(20), angle('ground', 10, 'degree'), { kind: 'set-angle', rise: 1, run: 1 }],
      'mark-needed',
    ],
    [
      'a line of sight without its angle',
      [{ kind: 'distance', value: 20, unit: 'm', along: 'sight', to: 'axis', by: 'laser' }, angle('tip', 80), angle('base', -8)],
      'no-elevation',
    ],
    [
      'a distance to the bark before the diameter',
      [{ kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'bark' }, angle('tip', 80), angle('base', -8)],
      'bark-without-diameter',
    ],
    [
      'a reported height under its own mark',
      [{ kind: 'device-height', target: 'tip', value: 1, unit: 'm', setMark: 1.3 }],
      'device-below-mark',
    ],
  ])('%s', (_, readings, code) => expect(derive(readings).height).toMatchObject({ ok: false, code, reason: expect.stringMatching(/\.$/) }));
  it('and readings that can not be are refused', () => {
    expect(() => derive([shot('tip', 20, 95), shot('base', 20, -5)])).toThrow(/straight up/);
    expect(() =>
      derive([dbh(40), { kind: 'shadow', value: 0, unit: 'm' }, { kind: 'reference-shadow', value: 1, height: 1, unit: 'm' }]),
    ).toThrow(/shadow/);
  });
});

it('ultrasound is put right for the warmth of the air', () => {
  const at = (celsius?: number) =>
    derive([
      {
        kind: 'distance',
        value: 20,
        unit: 'm',
        along: 'level',
        to: 'axis',
        by: 'ultrasonic',
        checkedCelsius: 10,
        ...(celsius === undefined ? {} : { celsius }),
      },
    ]);
  expect(at(10).stations[0]).toMatchObject({ ok: true, value: { distance: 20 } });
  expect(at(20).stations[0]).toMatchObject({ ok: true, value: { distance: expect.closeTo(20.35, 2) } });
  expect(at().stations[0]).toMatchObject({ ok: true, value: { distance: 20 } });
});

describe('several ways to one distance', () => {
  it('take the most certain one', () => {
    const paced: Reading = { kind: 'paces', value: 14, pace: 1.5, along: 'level', to: 'axis' };
    const tree = derive([tape(20.6), paced, angle('tip', 80), angle('base', -8)]);
    expect(tree.stations[0]).toMatchObject({ ok: true, value: { distance: 20.6, distanceBy: 'tape' } });
    const other = derive([paced, shot('base', 20.8, -4.6), angle('tip', 80)]);
    expect(other.stations[0]).toMatchObject({ ok: true, value: { distanceBy: 'shot' } });
  });
});
