import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expand } from './expand';
import type { StandInput, StandTree } from './stand';

const PLOTS = 5;
const amount = fc.option(fc.double({ min: 0, max: 5, noNaN: true }));
const tree = fc.record({
  plot: fc.nat(PLOTS - 1),
  count: fc.integer({ min: 1, max: 3 }),
  weight: fc.double({ min: 0, max: 300, noNaN: true }),
  dbh: fc.constant(null),
  height: amount,
  basalArea: amount,
  volume: amount,
  boardFeet: fc.option(fc.record({ doyle: fc.double({ min: 0, max: 900, noNaN: true }) })),
  groups: fc.record({
    species: fc.constantFrom('oak', 'fir', null),
    class: fc.constantFrom(20, 24, null),
    product: fc.constant(null),
    grade: fc.constantFrom('A', 'B'),
    status: fc.constant(null),
  }),
});
const trees = fc.array(tree, { maxLength: 40 }).map((list) => list.map((t, i) => ({ ...t, id: `t${i}` }) as StandTree));
const plots = Array.from({ length: PLOTS }, (_, i) => ({ id: `p${i}`, stratum: i < 2 ? 'a' : 'b', area: 500, counted: null }));
const land = (strata: StandInput['strata'], list: readonly StandTree[]): StandInput => ({
  how: 'plots',
  plots,
  strata,
  area: null,
  trees: list,
  thickest: 100,
});

/** The mean over some plots of what trees bring, looked at tree by tree. */
const meanOver = (list: readonly StandTree[], of: readonly number[], value: (t: StandTree) => number | null) =>
  list.reduce((sum, t) => (of.includes(t.plot) ? sum + t.weight * (value(t) ?? 0) : sum), 0) / of.length;

describe('a sample expanded', () => {
  it('is of every group what its trees bring one by one, whatever was summed before it', () => {
    fc.assert(
      fc.property(trees, (list) => {
        const result = expand(land([], list), 0.9);
        const every = [0, 1, 2, 3, 4];
        const groups = [
          { figures: result.whole, own: list },
          ...(['species', 'class', 'product', 'grade', 'status'] as const).flatMap((kind) =>
            result.by[kind].map(({ key, figures }) => ({ figures, own: list.filter((t) => t.groups[kind] === key) })),
          ),
          ...result.table.map((c) => ({
            figures: c.figures,
            own: list.filter((t) => t.groups.species === c.species && t.groups.class === c.class),
          })),
        ];
        for (const { figures, own } of groups) {
          if (!figures) throw new Error('there are figures of every group');
          expect(figures.counted).toBe(own.reduce((n, t) => n + t.count, 0));
          expect(figures.trees.mean).toBeCloseTo(
            meanOver(own, every, () => 1),
            8,
          );
          for (const what of ['basalArea', 'volume'] as const) {
            expect(figures[what]?.mean ?? 0).toBeCloseTo(
              meanOver(own, every, (t) => t[what]),
              8,
            );
            expect(figures.without[what]).toBe(own.reduce((n, t) => (t[what] === null ? n + t.count : n), 0));
          }
          expect(figures.boardFeet.doyle?.mean ?? 0).toBeCloseTo(
            meanOver(own, every, (t) => t.boardFeet?.doyle ?? null),
            6,
          );
        }
      }),
      { numRuns: 100 },
    );
  });

  it('has strata of their own plots, in any order of the trees', () => {
    fc.assert(
      fc.property(trees, (list) => {
        const strata = [
          { id: 'a', name: 'A', area: 1e6 },
          { id: 'b', name: 'B', area: 3e6 },
        ];
        const result = expand(land(strata, list), 0.9);
        const [a, b] = result.strata.map((s) => s.figures.trees.mean) as [number, number];
        expect(a).toBeCloseTo(
          meanOver(list, [0, 1], () => 1),
          8,
        );
        expect(b).toBeCloseTo(
          meanOver(list, [2, 3, 4], () => 1),
          8,
        );
        expect(result.whole?.trees.mean).toBeCloseTo(0.25 * a + 0.75 * b, 8);
        expect(result.plots.map((p) => p.trees)).toEqual(
          plots.map((_, i) =>
            expect.closeTo(
              meanOver(list, [i], () => 1),
              8,
            ),
          ),
        );
        const back = expand(land(strata, list.toReversed()), 0.9);
        expect(back.whole?.volume?.mean ?? 0).toBeCloseTo(result.whole?.volume?.mean ?? 0, 8);
      }),
      { numRuns: 60 },
    );
  });

  it('says that counted points can not be read where no measured one has a basal area', () => {
    const points = [
      ...plots.slice(0, 2).map((p) => ({ ...p, stratum: null, area: null })),
      { id: 'c', stratum: null, area: null, counted: 12 },
    ];
    const thin = { id: 't', plot: 0, count: 1, weight: 10, dbh: null, height: 9, basalArea: null, volume: null, boardFeet: null };
    const groups = { species: null, class: null, product: null, grade: null, status: null };
    const result = expand({ ...land([], [{ ...thin, groups }]), plots: points }, 0.95);
    expect(result.whole).toBeNull();
    expect(result.notes.map((n) => n.code)).toContain('counts-without-ratio');
  });
});
