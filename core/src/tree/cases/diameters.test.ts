import { describe, expect, it } from 'vitest';
import { roundReading } from '../../diameter/index';
import type { Reading } from '../../reading/index';
import { PRESETS, type ProtocolOptions } from '../../survey/index';
import { toMetres } from '../../units';
import { deriveTree } from '../index';
import diameters from './diameters.json' with { type: 'json' };

/** Worked cases of diameters; the truths are exact fractions and traced stems. */
type Inputs = Readonly<Record<string, unknown>>;
interface Case {
  readonly id: string;
  readonly method: string;
  readonly inputs: Inputs;
  readonly expected: { readonly value: number; readonly unit: string; readonly tolerance: number };
}
const cases = diameters.cases as unknown as readonly Case[];
const n = (i: Inputs, key: string) => i[key] as number;
const protocol: ProtocolOptions = { ...PRESETS.monitoring.options, oneNumber: 'quadratic-sum' };

function readingsOf({ method, inputs: i }: Case): Reading[] {
  const unit = (i.unit ?? 'in') as 'cm' | 'in';
  const lengths = (i.lengths ?? i.readings_inches ?? i.diameters) as number[] | undefined;
  const [first = 0, ...more] = lengths ?? [];
  switch (method) {
    case 'caliperTwoReadings':
      return [{ kind: 'diameter', tool: 'caliper', value: n(i, 'reading1'), more: [n(i, 'reading2')], unit }];
    case 'circumference':
      return [{ kind: 'diameter', tool: 'plain-tape', value: n(i, 'circumference'), unit }];
    case 'circumferenceSeveralLengths':
      return [{ kind: 'diameter', tool: 'plain-tape', value: first, more, unit }];
    case 'dendrometerBandCount':
      return [
        {
          kind: 'optical-diameter',
          by: 'bands',
          value: n(i, 'count'),
          ratio: n(i, 'bandRatio'),
          distance: n(i, 'horizontalDistanceToAxis_metres'),
          unit: 'm',
          along: 'level',
          to: 'axis',
          selfCorrecting: true,
        },
      ];
    case 'opticalDendrometer':
      return [
        {
          kind: 'optical-diameter',
          by: 'angle',
          value: n(i, 'subtendedAngle_degrees'),
          distance: n(i, 'lineOfSightDistanceToAxis_metres'),
          unit: 'm',
          along: 'sight',
          to: 'axis',
        },
      ];
    case 'diameterStickAtDesignReach':
    case 'diameterStickAtOtherReach':
      return [
        {
          kind: 'diameter',
          tool: 'biltmore-stick',
          value: n(i, 'reading_inches') ?? (i.expectedReading as number),
          unit: 'in',
          designReach: toMetres(n(i, 'designReach_inches'), 'in'),
          reach: toMetres(n(i, 'ownReach_inches'), 'in'),
        },
      ];
    case 'diameterStickSeveralFaces':
      return [{ kind: 'diameter', tool: 'biltmore-stick', value: first, more, unit: 'in' }];
    case 'severalStemsQuadratic':
      return (lengths ?? []).map((value, k) => ({ kind: 'diameter', tool: 'diameter-tape', value, unit, stem: String(k + 1) }));
    default:
      return [{ kind: 'diameter', tool: 'diameter-tape', value: n(i, 'diameter'), unit }];
  }
}

describe('worked cases: diameters', () => {
  it.each(
    cases.filter((c) => c.method !== 'rounding' && c.method !== 'diameterStickAtDesignReach').map((c) => [c.id, c.method, c] as const),
  )('%s %s', (_, method, c) => {
    const { dbh, stems, basalArea } = deriveTree({ readings: readingsOf(c), protocol });
    const { value, unit, tolerance } = c.expected;
    if (method === 'basalArea')
      return expect((Math.PI / 4) * ((stems[0]?.dbh.ok ? stems[0].dbh.value.unrounded : 0) as number) ** 2).toBeCloseTo(value, 9);
    if (method === 'severalStemsQuadratic') {
      const area = stems.reduce((s, one) => s + (one.dbh.ok ? one.dbh.value.unrounded ** 2 : 0), 0);
      expect(100 * Math.sqrt(area)).toBeCloseTo(value, 7);
      return expect(basalArea.ok).toBe(true);
    }
    const found = dbh.ok ? dbh.value.unrounded : Number.NaN;
    return expect(Math.abs(found - toMetres(value, unit as 'cm'))).toBeLessThanOrEqual(toMetres(tolerance * 1.01, unit as 'cm'));
  });
  it.each(cases.filter((c) => c.method === 'rounding').map((c) => [c.id, c] as const))('%s rounding', (_, { inputs, expected }) => {
    const direction = ({ down: 'down', up: 'up', nearest: 'nearest' } as const)[inputs.rule as 'down'];
    expect(roundReading(n(inputs, 'value'), { step: n(inputs, 'step'), direction })).toBeCloseTo(expected.value, 9);
  });
});

describe('what a protocol rounds', () => {
  const rounded = (tool: 'diameter-tape' | 'plain-tape', value: number, of = PRESETS.street.options) => {
    const { dbh } = deriveTree({ readings: [{ kind: 'diameter', tool, value, unit: 'cm' }], protocol: of });
    return dbh.ok ? { cm: 100 * dbh.value.value, rule: dbh.value.rounding.of } : null;
  };
  it('a girth by the rule for girths, a diameter as the diameter it is', () => {
    expect(rounded('diameter-tape', 22.3)).toEqual({ cm: expect.closeTo(22.3, 9), rule: 'diameter' });
    expect(rounded('plain-tape', 70.2)).toEqual({ cm: expect.closeTo(71 / Math.PI, 9), rule: 'circumference' });
  });
  it('every tie of a decimal figure goes up', () => {
    const down = Array.from({ length: 1490 }, (_, i) => (2 * (i + 10) + 1) / 20)
      .map((v) => Number(v.toFixed(2)))
      .filter((v) => rounded('diameter-tape', v, PRESETS.monitoring.options)?.cm.toFixed(1) !== (Math.round(v * 20 + 1) / 20).toFixed(1));
    expect(down).toEqual([]);
  });
  it('a mean is rounded once, from the readings as they were read', () => {
    const inches = {
      ...PRESETS['timber-us'].options,
      diameterRounding: { of: 'diameter', step: 1, unit: 'in', direction: 'nearest' } as const,
    };
    const mean = (a: number, b: number) => {
      const { dbh } = deriveTree({ readings: [{ kind: 'diameter', tool: 'caliper', value: a, more: [b], unit: 'in' }], protocol: inches });
      return dbh.ok ? dbh.value.value / 0.0254 : Number.NaN;
    };
    expect(mean(9.8, 11.4)).toBeCloseTo(11, 9);
    expect(mean(9.6, 11.4)).toBeCloseTo(11, 9);
  });
  it('a sight up to the near face ends half a diameter on the level before the axis', () => {
    // a stem of 0.4 m whose axis is 10 m away, sighted at 40°: edges at the same height
    const [r, level, a] = [0.2, 10, (40 * Math.PI) / 180];
    const half = Math.asin(r / (level / Math.cos(a)));
    const seen = (along: 'level' | 'sight', distance: number): Reading => ({
      kind: 'optical-diameter',
      by: 'angle',
      value: (2 * half * 180) / Math.PI,
      distance,
      unit: 'm',
      along,
      to: 'face',
      elevation: 40,
      upper: true,
      pom: 8,
    });
    for (const read of [seen('level', level - r), seen('sight', (level - r) / Math.cos(a))]) {
      const [upper] = deriveTree({ readings: [read], protocol }).stems[0]?.uppers ?? [];
      expect(upper?.value).toBeCloseTo(0.4, 9);
    }
  });
  it('a thickness that was only judged leaves its error in the distance', () => {
    const at = (tool: 'estimate' | 'diameter-tape') => {
      const readings: Reading[] = [
        { kind: 'diameter', tool, value: 60, unit: 'cm' },
        { kind: 'distance', value: 10, unit: 'm', along: 'level', to: 'bark' },
      ];
      const [s] = deriveTree({ readings, protocol }).stations;
      return s?.ok ? s.value.distanceSigma : 0;
    };
    expect(at('estimate') ** 2 - at('diameter-tape') ** 2).toBeCloseTo((0.3 * 0.15) ** 2, 5);
  });
});
