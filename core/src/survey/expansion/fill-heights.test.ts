import { describe, expect, it } from 'vitest';
import { heightCurves } from '../height-curve/index';
import { fillHeights, type UnfilledTree } from './fill-heights';

const groups = { species: 'oak', class: null, product: null, grade: null, status: null };
/** Ten oaks with heights about a line of their own, and one without. */
const oaks = (taller: number): UnfilledTree[] =>
  Array.from({ length: 11 }, (_, i) => ({
    id: `t${String(i).padStart(2, '0')}`,
    plot: 0,
    count: 1,
    weight: 20,
    dbh: 0.1 + 0.03 * i,
    height: i === 5 ? null : 1.3 + taller + 6 * Math.log(2 + i) + 0.3 * (i % 3),
    basalArea: (Math.PI / 4) * (0.1 + 0.03 * i) ** 2,
    volume: null,
    boardFeet: null,
    groups,
    species: 'oak',
    formFactor: 0.45,
    formFactorError: 0.07,
    trusted: true,
  }));

describe('heights for trees without one', () => {
  it('are of the curve of these trees, whatever was asked before', () => {
    const asked = [oaks(0), oaks(2), oaks(2).slice(1), oaks(0), oaks(0).map((t) => ({ ...t, species: null }))] as const;
    for (const trees of [...asked, ...asked.toReversed()])
      for (const breastHeight of [1.3, 1.37]) {
        const measured = trees.flatMap(({ id, species, dbh, height }) =>
          height !== null && dbh !== null ? [{ id, species, dbh, height }] : [],
        );
        const asking = new Set(trees.map((t) => t.species));
        const filled = fillHeights(trees, breastHeight);
        expect(filled.curves).toEqual(heightCurves(measured, breastHeight, asking));
        expect(filled.byCurve).toBe(1);
        expect(filled.curveOf.map((c) => c !== null)).toEqual(trees.map((t) => t.height === null));
        const [given] = filled.trees.filter((_, i) => filled.curveOf[i]);
        const [thinner, thicker] = [measured[3], measured[6]] as { height: number }[];
        expect(given?.height).toBeGreaterThan((thinner?.height ?? 0) - 1);
        expect(given?.height).toBeLessThan((thicker?.height ?? 0) + 1);
        expect(given?.volume).toBeCloseTo(0.45 * (given?.basalArea ?? 0) * (given?.height ?? 0), 12);
      }
  });
});
