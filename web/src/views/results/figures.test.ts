import { describe, expect, it } from 'vitest';
import { sayEstimate, sayFigure, threeFigures } from './figures';

describe('a figure as it is read', () => {
  it('is set in threes from five digits on, and keeps its sign and its decimals', () => {
    expect(sayFigure(9999, 0)).toBe('9999');
    expect(sayFigure(10_055, 0)).toBe('10\u202f055');
    expect(sayFigure(-1_234_567.25, 2)).toBe('−1\u202f234\u202f567.25');
    expect(sayFigure(0.123456, 6)).toBe('0.123456');
    expect(threeFigures(123_456.7)).toBe('123\u202f457');
    expect(threeFigures(12.345)).toBe('12.3');
  });

  it('has its ± to the same decimals', () => {
    const said = { units: 'metric', area: null, list: false } as const;
    const estimate = { mean: 12_345, halfWidth: 10_000.4 } as never;
    expect(sayEstimate(estimate, 'trees', said)).toEqual({ value: '12\u202f345', half: '10\u202f000' });
    expect(sayEstimate(null, 'trees', said)).toBeNull();
  });
});
