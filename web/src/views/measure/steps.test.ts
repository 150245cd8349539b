import { PRESETS } from '@arbolito/core';
import { describe, expect, it } from 'vitest';
import type { MeasureMethod } from '../../methods/index';
import { stepAfter, stepOrder, stepsOf, withFilled } from './steps';

describe('the steps of a tree', () => {
  const choices = { method: 'two-sights', along: 'level', lower: 'base', merchantable: 'merchantable' } as const;
  it('follow the protocol and how this person works', () => {
    expect(stepOrder(choices, PRESETS['forest-metric'].options)).toEqual([
      'trunk',
      'dbh',
      'distance',
      'tip',
      'base',
      'crown-base',
      'merchantable',
      'stump',
      'point',
      'plumb',
      'room',
      'lean',
      'crown',
      'bearing',
      'crown-spread',
      'called-height',
      'neighbour',
      'earlier-height',
      'upper',
      'eye-height',
    ]);
    expect(stepOrder({ ...choices, along: 'slope', lower: 'mark', merchantable: 'logs' }, PRESETS['timber-us'].options)).toEqual([
      'trunk',
      'dbh',
      'distance',
      'ground',
      'tip',
      'mark',
      'mark-height',
      'logs',
      'stump',
      'point',
      'plumb',
      'room',
      'lean',
      'crown',
      'bearing',
      'crown-spread',
      'called-height',
      'neighbour',
      'earlier-height',
      'upper',
      'eye-height',
    ]);
  });
  it.each<[MeasureMethod, string[]]>([
    ['line-shots', ['tip', 'base']],
    ['transponder', ['mark', 'mark-height', 'tip']],
    ['included-angle', ['distance', 'base', 'tip']],
    ['pole', ['pole', 'base', 'pole-top', 'tip']],
    ['two-stations', ['tip', 'base', 'baseline', 'far-tip', 'far-base']],
    ['equal-legs', ['equal-legs']],
    ['stick', ['distance', 'stick']],
    ['set-angle', ['distance', 'set-angle']],
    ['device', ['device']],
    ['shadow', ['shadow', 'reference-shadow']],
    ['direct', ['direct']],
  ])('of %s are its own, in order', (method, expected) => {
    let steps = stepsOf([], { ...choices, method }, PRESETS['forest-metric'].options, null);
    const way: string[] = [];
    for (let at = stepAfter(steps, 'dbh'); at !== 'done'; at = stepAfter(steps, at)) {
      way.push(at);
      steps = withFilled(steps, (id) => id === at);
    }
    expect(way).toEqual(expected);
  });
  it('lead Enter through the work: logs where the protocol cuts them, optional ones never', () => {
    for (const [preset, expected] of [
      ['forest-metric', ['dbh', 'distance', 'tip', 'base', 'done']],
      ['timber-us', ['dbh', 'distance', 'tip', 'base', 'logs', 'done']],
    ] as const) {
      const protocol = PRESETS[preset].options;
      let steps = stepsOf([], { ...choices, merchantable: preset === 'timber-us' ? 'logs' : 'merchantable' }, protocol, null);
      const way: string[] = ['dbh'];
      for (let at: ReturnType<typeof stepAfter> = 'dbh'; at !== 'done'; way.push(at)) {
        steps = withFilled(steps, (id) => id === at);
        at = stepAfter(steps, at);
      }
      expect(way).toEqual(expected);
    }
  });
});
