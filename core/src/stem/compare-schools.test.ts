import { describe, expect, it } from 'vitest';
import { PRESETS } from '../survey/index';
import { metres } from '../units';
import { compareSchools } from './index';

const US = 1.3716;

describe('other schools on the same trunk', () => {
  it('are placed by the survey’s own tape, with what taper makes of them', () => {
    const own = PRESETS['forest-metric'].options;
    const schools = compareSchools({ slope: 25, swellings: [{ from: 1.1, to: 1.6, narrowestBelow: 0.9 }] }, own, metres(0.5), metres(24));
    const of = (key: string) => schools.find((s) => s.key === key);
    expect(of('forest-metric')).toMatchObject({ here: [1.6], difference: { diameter: 0, basalArea: 0 } });
    // the swelling is where it is: mid-slope tape reads more, and lies lower by our counting only when it goes below
    expect(of('street')?.here?.[0]).toBeCloseTo(0.9, 9);
    // d(0.9) by the profile through 50 cm at 1.6 m: independent arithmetic
    const d = 0.5 * ((24 - 0.9) / (24 - 1.6)) ** 0.75;
    expect(of('street')?.difference?.diameter).toBeCloseTo(d - 0.5, 9);
    expect(of('street')?.difference?.basalArea).toBeCloseTo((d / 0.5) ** 2 - 1, 9);
    expect(of('mean-above-below')?.here).toHaveLength(2);
  });
  it('give no difference where one school counts stems and the other does not', () => {
    const schools = compareSchools({ fork: { height: 1, swellFrom: 0.8 } }, PRESETS.monitoring.options, null, null);
    expect(schools.find((s) => s.key === 'timber-us')).toMatchObject({
      difference: null,
      pom: { ok: true, value: { stems: 'separate', pom: expect.closeTo(US, 9) } },
    });
    expect(schools.find((s) => s.key === 'monitoring')?.difference?.diameter).toBe(0);
  });
});
