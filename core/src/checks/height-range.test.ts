import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Reading } from '../reading/index';
import { PRESETS } from '../survey/index';
import { deriveTree } from '../tree/index';
import { checkTree } from './index';

const CODES = new Set(['height-out-of-range', 'tip-below-tape', 'height-lost-in-error']);
const level = (value: number): Reading => ({ kind: 'distance', value, unit: 'm', along: 'level', to: 'axis' });
const sight = (target: 'tip' | 'base', value: number): Reading => ({ kind: 'angle', target, value, scale: 'percent' });
const felled = (value: number, unit: 'm' | 'ft' = 'm'): Reading => ({ kind: 'direct-height', target: 'tip', value, unit });
const tape: Reading = { kind: 'diameter', tool: 'diameter-tape', value: 30, unit: 'cm' };

function found(readings: readonly Reading[], preset: 'forest-metric' | 'timber-us' | 'tall-tree' = 'forest-metric') {
  const protocol = PRESETS[preset].options;
  const result = deriveTree({ readings, protocol, species: {} });
  return checkTree({ readings, result, protocol, species: {} }).filter((f) => CODES.has(f.code));
}

describe('a total height no tree has', () => {
  it('is one above the tallest tree known, by more than its error; in a metric survey feet are named', () => {
    expect(found([felled(115)], 'tall-tree')).toEqual([]);
    // 110 m and 150 % up: 165 m and an eye, beyond any doubt
    const [tall] = found([level(110), sight('tip', 150), sight('base', -2)], 'tall-tree');
    expect(tall).toMatchObject({ code: 'height-out-of-range', severity: 'wrong', target: 'tip' });
    expect(tall?.what).toMatch(/^167\.2 m is taller/);
    expect(tall?.why).toBe('None stands above 116.0 m. Had the lengths been read in feet it would be 51.0 m.');
    // 117 m with an error of two metres may yet be 113
    expect(found([{ ...level(110), sigma: 2 } as Reading, sight('tip', 104), sight('base', -2)], 'tall-tree')).toEqual([]);
    expect(found([felled(420, 'ft')], 'timber-us')[0]?.why).toBe('None stands above 380.6 ft.');
  });
  it('is one under the tape that went round the stem', () => {
    const low = [level(20), sight('tip', -4), sight('base', -8)];
    expect(found([tape, ...low])).toMatchObject([{ code: 'tip-below-tape', severity: 'wrong' }]);
    expect(found([tape, ...low])[0]?.what).toBe('The tip comes out at 0.8 m, the tape lay at 1.30 m.');
    // a seedling nobody taped may be as low
    expect(found(low)).toEqual([]);
  });
  it('is one as large as its error', () => {
    const [lost] = found([level(3), sight('tip', 4000), sight('base', -4)]);
    expect(lost?.code).toBe('height-lost-in-error');
    expect(lost?.what).toMatch(/± \d+\.\d: the error is as large as the height\.$/);
  });
  it('is none that is larger than twice its error and no taller than trees are', () => {
    fc.assert(
      fc.property(fc.double({ min: 2, max: 110, noNaN: true }), fc.double({ min: 0.8, max: 2, noNaN: true }), (height, far) => {
        const distance = Math.max(6, height * far);
        const readings = [level(distance), sight('tip', ((height - 1.6) / distance) * 100), sight('base', (-1.6 / distance) * 100)];
        expect(found([tape, ...readings])).toEqual([]);
      }),
    );
  });
});
