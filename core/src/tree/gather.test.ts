import { describe, expect, it } from 'vitest';
import { gather, meanSight, ONE_STATION, scaleOf } from './gather';
import type { AngleReading, Reading } from './reading';

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
    const stations = all.stations.flatMap((s) => [...s.distances, ...[...s.angles.values()].flat(), ...s.markHeights, ...s.eyeHeights]);
    expect([
      ...all.stems.flatMap((s) => [...s.diameters, ...s.uppers, ...s.trunks]),
      ...all.logs,
      ...all.merchantableHeights,
      ...stations,
    ]).toHaveLength(readings.length);
    expect(all.stations.map((s) => s.id)).toEqual([ONE_STATION, 'b']);
  });

  it('averages shots as tangents, not as degrees', () => {
    const sight = meanSight([tip(30, { scale: 'degree' }), tip(60, { scale: 'degree' })], 0.01);
    expect(sight?.t).toBeCloseTo((Math.tan(Math.PI / 6) + Math.tan(Math.PI / 3)) / 2, 12);
    expect(sight?.sigma).toBeCloseTo(0.01 / Math.SQRT2, 12);
    expect(meanSight([], 0.01)).toBeNull();
    expect(meanSight(undefined, 0.01)).toBeNull();
  });

  it('trusts a reading’s own error before the general one', () => {
    expect(meanSight([tip(80, { sigma: 0.002 })], 0.01)?.sigma).toBeCloseTo(0.002, 12);
  });

  it('knows a fixed scale only with its distance', () => {
    expect(scaleOf({ scale: 'fixed', scaleDistance: 20 })).toEqual({ kind: 'fixed', distance: 20 });
    expect(() => scaleOf({ scale: 'fixed' })).toThrow(/distance it is drawn for/);
  });
});
