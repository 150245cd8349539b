import { describe, expect, it } from 'vitest';
import { baseCheck, calibratePace, paceDrift, speedOfSound, temperatureFactor, twoWayCheck } from './index';

describe('a pace', () => {
  const runs = [40, 41, 39.5].map((paces) => ({ course: 60, paces }));
  it('is the mean of its runs, with their spread', () => {
    const pace = calibratePace(runs);
    expect(pace.pace).toBeCloseTo((60 / 40 + 60 / 41 + 60 / 39.5) / 3, 12);
    expect(pace.spread).toBeCloseTo(0.019, 3);
    expect(pace.careful).toBe(true);
  });
  it('is not careful with two runs or a short course', () => {
    expect(calibratePace(runs.slice(1)).careful).toBe(false);
    expect(calibratePace(runs.map((r) => ({ ...r, course: 50 }))).careful).toBe(false);
    expect(calibratePace(runs.slice(0, 1)).spread).toBeNull();
    expect(() => calibratePace([])).toThrow(/run/);
    expect(() => calibratePace([{ course: 60, paces: 0 }])).toThrow(/paces/);
  });
  it('has drifted when the runs’ own spread does not explain the change', () => {
    const before = calibratePace(runs);
    expect(paceDrift(before, calibratePace(runs.map((r) => ({ ...r, paces: r.paces * 1.002 })))).drifted).toBe(false);
    expect(paceDrift(before, calibratePace(runs.map((r) => ({ ...r, paces: r.paces * 1.06 }))))).toMatchObject({ drifted: true });
  });
});

describe('checks of instruments', () => {
  it('sighting both ways finds the zero, whatever the slope', () => {
    const check = twoWayCheck(5.25 + 0.5, -5.25 + 0.5);
    expect(check.zero).toBeCloseTo(0.5, 12);
    expect(check.slope).toBeCloseTo(5.25, 12);
    expect(check.passed).toBe(false);
    expect(twoWayCheck(5.2, -5).passed).toBe(true);
    expect(() => twoWayCheck(95, -3)).toThrow(/90/);
  });
  it('a taped base finds the factor', () => {
    expect(baseCheck(10, 10.18)).toMatchObject({ passed: false, factor: 10 / 10.18 });
    expect(baseCheck(10, 9.95).passed).toBe(true);
    expect(() => baseCheck(10, 0)).toThrow(/reading/);
  });
  it('ten degrees off are about 1.8 %', () => {
    expect(temperatureFactor(10, 20) - 1).toBeCloseTo(0.018, 3);
    expect(speedOfSound(0)).toBe(331.3);
    expect(() => speedOfSound(200)).toThrow(/°C/);
  });
});
