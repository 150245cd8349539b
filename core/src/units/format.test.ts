import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  cubicMetres,
  echoAngle,
  formatLength,
  formatNumber,
  metres,
  parseLength,
  sayLength,
  showDiameter,
  showHeight,
  showVolume,
  showVolumeSigma,
} from './index';

describe('numbers as shown', () => {
  it.each([
    [-0.04, 1, '0.0'],
    [-0.06, 1, '−0.1'],
    [23.456, 1, '23.5'],
    [-7, 0, '−7'],
    [0, 2, '0.00'],
  ])('%s with %s decimals → %s', (n, decimals, shown) => {
    expect(formatNumber(n, decimals)).toBe(shown);
  });
  it('carry their unit, in the survey’s own', () => {
    expect(showHeight(metres(22.67712), 'us')).toBe('74.4 ft');
    expect(showHeight(metres(22.67712), 'metric')).toBe('22.7 m');
    expect(showDiameter(metres(0.4572), 'us')).toBe('18.0 in');
    expect(showDiameter(metres(0.4572), 'metric')).toBe('45.7 cm');
    expect(formatLength(metres(20.1168), 'chain', 2)).toBe('1.00 chain');
  });
  it('keep three figures of a volume, and as many decimals of its error', () => {
    expect(showVolume(cubicMetres(0.12345), 'metric')).toBe('0.123 m³');
    expect(showVolume(cubicMetres(1.2345), 'metric')).toBe('1.23 m³');
    expect(showVolume(cubicMetres(12.345), 'metric')).toBe('12.3 m³');
    expect(showVolume(cubicMetres(123.45), 'metric')).toBe('123 m³');
    expect(showVolume(cubicMetres(1), 'us')).toBe('35.3 ft³');
    expect(showVolumeSigma(cubicMetres(0.103), cubicMetres(1.15), 'metric')).toBe('0.10');
  });
  it.each([
    [143.75, 'ft', '143 ft 9 in'],
    [5 + 4 / 12, 'ft', '5 ft 4 in'],
    [17 + 0.375 / 12, 'ft', '17 ft 3/8 in'],
    [6 + 2.5 / 12, 'ft', '6 ft 2 1/2 in'],
    [5 + 11.9999999999 / 12, 'ft', '6 ft'],
    [65.5, 'ft', '65.5 ft'],
    [65.37, 'ft', '65.37 ft'],
    [17.375, 'in', '17.375 in'],
    [1 / 3, 'in', '0.3333 in'],
    [20.25, 'm', '20.25 m'],
  ] as const)('a length of %f %s is said as %s', (value, unit, said) => expect(sayLength(value, unit)).toBe(said));

  it('what is said of feet is what would be typed', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40_000 }), (eighths) => {
        const typed = parseLength(sayLength(eighths / 96, 'ft').replace(/(\d) (\d\/\d)/, '$1 $2'), 'ft');
        expect(typed.ok && typed.value).toBeCloseTo(eighths / 96, 9);
      }),
    ));

  it('name the scale of a sighting', () => {
    expect(echoAngle(-4, { kind: 'degree' })).toBe('−4°');
    expect(echoAngle(0, { kind: 'percent' })).toBe('0 %');
    expect(echoAngle(58, { kind: 'topographic' })).toBe('+58 /66');
    expect(echoAngle(27.5, { kind: 'fixed', distance: 20 })).toBe('+27.5 /20');
  });
});
