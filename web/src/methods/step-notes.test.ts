import { deriveTree, metres, PRESETS, type Reading, type StationResult } from '@arbolito/core';
import { describe, expect, it } from 'vitest';
import type { ReadingEntity } from '../book/tree';
import { stepsOf } from '../views/measure/steps';
import { noteOf } from './step-notes';
import { metric, tape } from './test-around';

const protocol = PRESETS['forest-metric'].options;
const choices = { method: 'two-sights', along: 'level', lower: 'base', merchantable: 'merchantable' } as const;

/** A station as its readings make it. */
function stationOf(...readings: readonly unknown[]): StationResult {
  const station = deriveTree({ readings: readings as readonly Reading[], protocol, eyeHeight: metres(1.7) }).stations[0];
  if (!station?.ok) throw new Error('the station did not come out');
  return station.value;
}
const level = { id: 'd', kind: 'distance', value: 25, unit: 'm', along: 'level', to: 'axis', by: 'tape', station: 'here' };

/** The note of a step with the readings given, under a station or none. */
function note(id: string, station: StationResult | null, ...reads: readonly unknown[]) {
  const entities = reads.map((read, i) => {
    return { entity: String(i), body: { read, stem: null, station: 'here' } } as unknown as ReadingEntity;
  });
  const step = stepsOf(entities, choices, protocol, null).find((s) => s.id === id);
  if (!step) throw new Error(`there is no step ${id}`);
  return noteOf(step, { protocol, station, scale: metric.scale, tape });
}
const tip = (t: number) => ({ id: `tip ${t}`, kind: 'angle', target: 'tip', value: t, scale: 'percent', station: 'here' });

describe('the note of a step', () => {
  it('says what the base should read as soon as the distance is known', () => {
    expect(note('base', null)).toBeNull();
    // an eye 1.7 m over level ground, 25 m away: 6.8 % down, said to the whole mark
    expect(note('base', stationOf(level))).toBe('should read about −7 %');
    expect(note('base', stationOf(level), { ...tip(-9), target: 'base' })).toBe('uphill side');
  });
  it('says how the distance was taken, and what it comes to level', () => {
    expect(note('distance', null)).toMatch(/one to one and a half tree lengths/);
    const slope = { ...level, along: 'slope' };
    const ground = { id: 'g', kind: 'angle', target: 'ground', value: 20, scale: 'percent', station: 'here' };
    expect(note('distance', stationOf(slope, ground), slope)).toBe('along the slope; 24.5 m level, to the axis');
    expect(note('distance', null, slope)).toBe('along the slope; to the axis');
  });
  it('says how far repeated shots lie apart, and where the height of the eye is from', () => {
    expect(note('tip', stationOf(level, tip(70)), tip(70))).toBeNull();
    expect(note('tip', stationOf(level, tip(70), { ...tip(72), id: 'again' }), tip(70), tip(72))).toMatch(
      /^mean of 2 shots, ± 0\.\d\d° apart$/,
    );
    expect(note('eye-height', stationOf(level))).toBe('1.7 m, from your kit');
    expect(note('eye-height', null)).toBe('1.6 m assumed');
  });
});
