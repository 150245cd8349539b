import { deriveTree, PRESETS } from '@arbolito/core';
import { describe, expect, it } from 'vitest';
import type { Preferences } from '../../field/device';
import { figuresOf } from './figures';
import { draftOf, stepAfter, stepOrder, stepsOf, withFilled } from './steps';

const metric: Preferences = {
  scale: { kind: 'percent' },
  units: 'metric',
  along: 'level',
  to: 'axis',
  tool: 'diameter-tape',
  diameterUnit: null,
  lengthUnit: null,
  person: null,
};
const us: Preferences = { ...metric, units: 'us' };

describe('the steps of a tree', () => {
  const choices = { along: 'level', lower: 'base', merchantable: 'merchantable' } as const;
  it('follow the protocol and how this person works', () => {
    expect(stepOrder(choices, PRESETS['forest-metric'].options)).toEqual([
      'dbh',
      'distance',
      'tip',
      'base',
      'crown-base',
      'merchantable',
      'eye-height',
    ]);
    expect(stepOrder({ along: 'slope', lower: 'mark', merchantable: 'logs' }, PRESETS['timber-us'].options)).toEqual([
      'dbh',
      'distance',
      'ground',
      'tip',
      'mark',
      'mark-height',
      'logs',
      'eye-height',
    ]);
  });
  it('lead Enter through the work: logs where the protocol cuts them, optional ones never', () => {
    for (const [preset, expected] of [
      ['forest-metric', ['dbh', 'distance', 'tip', 'base', 'done']],
      ['timber-us', ['dbh', 'distance', 'tip', 'base', 'logs', 'done']],
    ] as const) {
      const protocol = PRESETS[preset].options;
      const result = deriveTree({ readings: [], protocol });
      let steps = stepsOf(
        [],
        { ...choices, merchantable: preset === 'timber-us' ? 'logs' : 'merchantable' },
        protocol,
        result,
        metric.scale,
      );
      const way: string[] = ['dbh'];
      for (let at: ReturnType<typeof stepAfter> = 'dbh'; at !== 'done'; way.push(at)) {
        steps = withFilled(steps, (id) => id === at);
        at = stepAfter(steps, at);
      }
      expect(way).toEqual(expected);
    }
  });
});

describe('a draft', () => {
  it.each([
    ['dbh', '41,3', metric, { kind: 'diameter', tool: 'diameter-tape', value: 41.3, unit: 'cm' }],
    ['dbh', '18', us, { kind: 'diameter', value: 18, unit: 'in' }],
    ['dbh', '130', { ...metric, tool: 'plain-tape' }, { tool: 'plain-tape', value: 130 }],
    ['distance', '65\'6"', metric, { kind: 'distance', value: 65.5, unit: 'ft', along: 'level', to: 'axis' }],
    ['distance', '65 6', us, { value: 65.5, unit: 'ft' }],
    [
      'tip',
      '+27.5',
      { ...metric, scale: { kind: 'fixed', distance: 20 } },
      { kind: 'angle', target: 'tip', value: 27.5, scale: 'fixed', scaleDistance: 20 },
    ],
    ['base', '-4°', metric, { target: 'base', value: -4, scale: 'degree' }],
    ['logs', '2 1/2', us, { kind: 'logs', value: 2.5 }],
    ['logs', '½', us, { kind: 'logs', value: 0.5 }],
    ['logs', '2,5', us, { kind: 'logs', value: 2.5 }],
    ['mark-height', '1.3', metric, { kind: 'mark-height', value: 1.3, unit: 'm' }],
  ] as const)('at %s, %j', (step, text, prefs, read) => {
    expect(draftOf(step, text, prefs as Preferences)).toMatchObject({ ok: true, read });
  });
  it.each([
    ['dbh', '2000', /at most 15.0 m/],
    ['distance', '0', /measures nothing/],
    ['logs', '2.3', /whole and half logs/],
    ['logs', '', /whole and half logs/],
    ['tip', '95°', /straight up/],
    ['tip', 'abc', /not a sighting/],
    ['eye-height', '160', /at most 10.0 m/],
  ] as const)('at %s, %j is refused', (step, text, why) => {
    const draft = draftOf(step, text, metric);
    expect(draft.ok ? '' : draft.reason).toMatch(why);
  });
});

describe('the running result', () => {
  it('opens every figure to its formula, and says why one is missing', () => {
    const protocol = PRESETS['timber-us'].options;
    const result = deriveTree({
      protocol,
      readings: [
        { kind: 'diameter', tool: 'diameter-tape', value: 18, unit: 'in' },
        { kind: 'distance', value: 80, unit: 'ft', along: 'level', to: 'axis' },
        { kind: 'angle', target: 'tip', value: 86, scale: 'percent' },
        { kind: 'angle', target: 'base', value: -7, scale: 'percent' },
        { kind: 'logs', value: 2.5 },
      ],
      species: { formClass: 80, taperPerLog: 2 },
    });
    const by = Object.fromEntries(figuresOf(result, 'us').map((f) => [f.id, f]));
    expect(by.height?.value).toBe('74.4 ft');
    expect(by.boards).toMatchObject({ value: '206 Doyle', aside: 'Scr 262 · Int 287' });
    expect(by.diameter?.value).toBe('18.0 in');
    expect(by.station).toMatchObject({ value: '80.0 ft', aside: '1.08 heights' });
    expect(by.crown).toMatchObject({ value: null, how: ['The crown base is not sighted.'] });
    expect(by.height?.how.join(' ')).toContain('squares add up');
    expect(by.boards?.how.at(-1)).toContain('Doyle 206.1');
  });
});
