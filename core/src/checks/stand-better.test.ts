import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Reading } from '../reading/index';
import { PRESETS } from '../survey/index';
import { deriveTree, type SpeciesFigures } from '../tree/index';
import { metres } from '../units';
import { checkTree, standAtFirst } from './index';

const protocol = PRESETS['forest-metric'].options;
const broad: SpeciesFigures = { crown: 'broad' };

/** A tree on level ground, sighted from a distance in percent. */
const sighted = (distance: number, height: number, tip: object = {}): Reading[] => [
  { kind: 'distance', value: distance, unit: 'm', along: 'level', to: 'axis' },
  { kind: 'angle', target: 'tip', value: ((height - 1.6) / distance) * 100, scale: 'percent', ...tip },
  { kind: 'angle', target: 'base', value: (-1.6 / distance) * 100, scale: 'percent' },
];
const room = (value: number, unit: 'm' | 'ft' = 'm'): Reading => ({ kind: 'room', value, unit });
const check = (readings: readonly Reading[], species = broad) =>
  checkTree({ readings, result: deriveTree({ readings, protocol, species }), protocol, species });
const advice = (readings: readonly Reading[]) =>
  check(readings).find((f) => ['stand-better', 'close-station', 'more-room', 'other-method'].includes(f.code));
const metresOf = (text = '') => Number(/(?:to|at) ([\d.]+) m/.exec(text)?.[1]);

describe('with room told at the station', () => {
  it('never sends anybody farther than there is room', () => {
    fc.assert(
      fc.property(fc.double({ min: 8, max: 60, noNaN: true }), fc.double({ min: 6, max: 90, noNaN: true }), (distance, most) => {
        const f = advice([...sighted(distance, 20), room(most)]);
        if (f?.code === 'stand-better' || (f?.code === 'close-station' && f.remedy.startsWith('Step back to')))
          expect(metresOf(f.remedy)).toBeLessThanOrEqual(most + 0.05);
      }),
    );
  });
  it('goes as far as it can, and says that it is the room that ends it', () => {
    const free = advice(sighted(9, 20));
    const bound = advice([...sighted(9, 20), room(14)]);
    expect(metresOf(free?.remedy)).toBeGreaterThan(14);
    expect(bound).toMatchObject({ code: 'close-station', remedy: expect.stringMatching(/Step back to 14\.0 m.*Farther there is no room/) });
    // in feet it is the same
    expect(advice([...sighted(9, 20), room(14 / 0.3048, 'ft')])?.remedy).toBe(bound?.remedy);
  });
  it('names another side where no place here is far enough, and what it would bring', () => {
    expect(advice([...sighted(9, 20), room(9.5)])?.remedy).toMatch(/no room to step back far enough.*another side/);
    const [more] = [advice([...sighted(17, 20), room(18)])];
    expect(more?.code).toBe('more-room');
    expect(metresOf(more?.remedy)).toBeGreaterThan(18);
  });
  it('of another station says nothing of this one', () => {
    const here = sighted(9, 20).map((r) => ({ ...r, station: 'a' }));
    expect(advice([...here, { ...room(14), station: 'b' }])?.remedy).toBe(advice(here)?.remedy);
  });
});

describe('where the scale of the instrument ends', () => {
  it('no place is advised from which the tip is off it', () => {
    // 20 m of tree over a scale to 40°: nearer than (20 − 1.6)/tan 40° the tip is off it
    const f = advice(sighted(50, 20, { scaleEnd: 40 }));
    const nearest = 18.4 / Math.tan((40 * Math.PI) / 180);
    if (f?.code === 'stand-better') expect(metresOf(f.remedy)).toBeGreaterThanOrEqual(nearest - 0.05);
    const tooNear = advice(sighted(9, 20, { scaleEnd: 65 }));
    expect(metresOf(tooNear?.remedy)).toBeGreaterThan(18.4 / Math.tan((65 * Math.PI) / 180));
  });
  it('a sight past it can not have been read, on any scale', () => {
    const past = (value: number, scale: object) =>
      check([
        { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis' },
        { kind: 'angle', target: 'tip', value, scaleEnd: 45, ...scale } as Reading,
        { kind: 'angle', target: 'base', value: -8, scale: 'percent' },
      ]).find((f) => f.code === 'past-scale-end');
    expect(past(101, { scale: 'percent' })).toMatchObject({ severity: 'wrong', target: 'tip', what: expect.stringContaining('100 %') });
    expect(past(100, { scale: 'percent' })).toBeUndefined();
    expect(past(46, { scale: 'degree' })).toBeDefined();
    expect(past(136, { scale: 'dial', level: 90, grows: 'up' })).toBeDefined();
    expect(past(134, { scale: 'dial', level: 90, grows: 'up' })).toBeUndefined();
    expect(past(21, { scale: 'fixed', scaleDistance: 20 })).toBeDefined();
  });
});

describe('before anything is sighted', () => {
  it('says where to stand for a tree of a known height, and no farther than there is room', () => {
    const ask = (readings: readonly Reading[], species: SpeciesFigures = broad) =>
      standAtFirst(metres(20), { readings, species, protocol, eyeHeight: metres(1.6) });
    const there = ask([]);
    // a tree length at least, where there is room
    expect(there?.distance).toBeGreaterThanOrEqual(20);
    // and standing there the error is the one it said
    const result = deriveTree({ readings: sighted(there?.distance ?? 0, 20), protocol, species: broad });
    expect(result.height.ok && result.height.value.sigma).toBeCloseTo(there?.sigma ?? 0, 1);
    expect(ask([room(12)])?.distance).toBeLessThanOrEqual(12);
    expect(ask([room(5)])).toBeNull();
    expect(ask([], { crown: 'conifer' })?.sigma).toBeLessThan(there?.sigma ?? 0);
  });
});
