import { describe, expect, it } from 'vitest';
import { TYPICAL_ERRORS } from '../kit/index';
import type { AngleReading, Reading } from '../reading/index';
import { ONE_STATION } from '../reading/index';
import { gather } from './gather';
import { meanShot, meanSight, scaleOf } from './read-sight';

const errors = { ...TYPICAL_ERRORS, angle: 0.01 };

const tip = (value: number, more: Partial<AngleReading> = {}): AngleReading => ({
  kind: 'angle',
  target: 'tip',
  value,
  scale: 'percent',
  ...more,
});

describe('gathering readings', () => {
  it('leaves none out, whatever they are', () => {
    const readings: Reading[] = [
      { kind: 'diameter', tool: 'diameter-tape', value: 40, unit: 'cm' },
      { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis' },
      tip(80),
      tip(81, { station: 'b' }),
      { kind: 'mark-height', value: 1.3, unit: 'm' },
      { kind: 'eye-height', value: 1.6, unit: 'm' },
      { kind: 'logs', value: 2 },
      { kind: 'merchantable-height', value: 12, unit: 'm' },
    ];
    const all = gather(readings);
    const stations = all.stations.flatMap((s) => [
      ...s.distances,
      ...s.others,
      ...[...s.angles.values()].flat(),
      ...s.markHeights,
      ...s.eyeHeights,
    ]);
    expect([
      ...all.stems.flatMap((s) => [...s.diameters, ...s.uppers, ...s.trunks]),
      ...all.logs,
      ...all.merchantableHeights,
      ...stations,
    ]).toHaveLength(readings.length);
    expect(all.stations.map((s) => s.id)).toEqual([ONE_STATION, 'b']);
  });

  it('averages shots as tangents, not as degrees', () => {
    const sight = meanSight([tip(30, { scale: 'degree' }), tip(60, { scale: 'degree' })], errors);
    expect(sight?.t).toBeCloseTo((Math.tan(Math.PI / 6) + Math.tan(Math.PI / 3)) / 2, 12);
    expect(sight?.sigma).toBeCloseTo(0.01 / Math.SQRT2, 12);
    expect(meanSight([], errors)).toBeNull();
    expect(meanSight(undefined, errors)).toBeNull();
  });

  it('trusts a reading’s own error before the general one', () => {
    expect(meanSight([tip(80, { sigma: 0.002 })], errors)?.sigma).toBeCloseTo(0.002, 12);
  });

  it('takes off what an instrument reads when level, and turns a dial to degrees', () => {
    expect(meanSight([tip(46, { scale: 'degree', zero: 1 })], errors)?.t).toBeCloseTo(1, 12);
    const dial = { scale: 'dial', level: 90, grows: 'down' } as const;
    expect(meanSight([tip(45, dial)], errors)).toMatchObject({ t: expect.closeTo(1, 12), sigma: errors.protractor });
    expect(meanSight([tip(131, { ...dial, grows: 'up' })], errors)?.t).toBeCloseTo(Math.tan((41 * Math.PI) / 180), 12);
    expect(() => scaleOf({ scale: 'dial' })).toThrow(/level/);
    expect(() => meanSight([tip(185, dial)], errors)).toThrow(/dial/);
  });

  it('says how far repeated shots lie apart', () => {
    expect(meanSight([tip(80)], errors)?.spread).toBeNull();
    expect(meanSight([tip(79), tip(81)], errors)?.spread).toBeCloseTo((0.01 * Math.SQRT2) / (1 + 0.8 ** 2), 12);
    const shot = (value: number) => ({ kind: 'shot', target: 'tip', value, unit: 'm', elevation: 30, by: 'laser', to: 'axis' }) as const;
    expect(meanShot([shot(20), shot(22)], errors, null)?.spread).toBeCloseTo(Math.SQRT2, 9);
  });

  it('knows a fixed scale only with its distance', () => {
    expect(scaleOf({ scale: 'fixed', scaleDistance: 20 })).toEqual({ kind: 'fixed', distance: 20 });
    expect(() => scaleOf({ scale: 'fixed' })).toThrow(/distance it is drawn for/);
  });
});
