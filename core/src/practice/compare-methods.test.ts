import { describe, expect, it } from 'vitest';
import { compareMethods, type SimulatedTree } from './index';

const tree: SimulatedTree = {
  height: 22,
  diameter: 0.4,
  crownBase: 11,
  lean: 0,
  leanTo: 0,
  tipToward: 0,
  tipAside: 0,
  crown: null,
  distance: 24,
  eyeHeight: 1.6,
  slope: 0,
};

describe('methods compared on one tree', () => {
  it('a plumb tree is read without bias, and as wide as the results say where the tip is where it should be', () => {
    for (const trial of compareMethods(tree, ['two-sights', 'line-shots', 'pole', 'stick'], 3000, 7)) {
      expect(Math.abs(trial.bias)).toBeLessThan(0.1 + 0.05 * trial.spread);
      // the stated error allows for a tip that hangs aside; here it does not
      expect(trial.spread).toBeLessThan(trial.stated * 1.06);
      expect(trial.quantiles.toSorted((a, b) => a - b)).toEqual(trial.quantiles);
      expect((trial.quantiles[4] - trial.quantiles[0]) / trial.spread).toBeCloseTo(3.92, 0);
      expect(trial.trials + trial.failed).toBe(3000);
    }
  });
  it('simulation and first order agree for line-of-sight shots, which no tip offset misleads', () => {
    const [shots] = compareMethods(tree, ['line-shots'], 8000, 11);
    expect((shots?.spread ?? 0) / (shots?.stated ?? 1)).toBeCloseTo(1, 1);
  });
  it('a lean toward the eye misleads angles and not shots', () => {
    const [angles, shots] = compareMethods({ ...tree, lean: 0.15 }, ['two-sights', 'line-shots'], 1000, 3);
    expect(angles?.bias).toBeGreaterThan(2);
    expect(Math.abs(shots?.bias ?? 9)).toBeLessThan(0.05);
  });
  it('the same seed gives the same answer', () => {
    expect(compareMethods(tree, ['shadow'], 50, 5)).toEqual(compareMethods(tree, ['shadow'], 50, 5));
    expect(() => compareMethods(tree, ['shadow'], 1, 5)).toThrow(/two or more/);
  });
});
