import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ExpandResponse } from '../../contract/expand-answer';
import { expandAll } from './service';

type Plain = Record<string, unknown>;
const ask = (request: unknown): ExpandResponse => {
  const answer = expandAll(request);
  if (!answer.ok) throw new Error(JSON.stringify(answer.errors));
  return answer.value;
};

describe('a survey in no order and in any units', () => {
  const tree = fc.record({
    species: fc.constantFrom('pine', 'beech'),
    dbh: fc.integer({ min: 8, max: 70 }),
    height: fc.integer({ min: 4, max: 35 }),
    count: fc.constantFrom(1, 1, 1, 3),
  });
  const design = fc.constantFrom<object>(
    { kind: 'circle', radius: 8 },
    { kind: 'area', area: 400 },
    { kind: 'point', factor: 2 },
    {
      kind: 'nested',
      circles: [
        { from: 5, radius: 4 },
        { from: 20, radius: 9 },
      ],
    },
  );
  const survey = fc.record({
    design,
    plots: fc.array(fc.record({ stratum: fc.constantFrom('a', 'b'), trees: fc.array(tree, { maxLength: 6 }) }), {
      minLength: 4,
      maxLength: 10,
    }),
    areas: fc.tuple(fc.integer({ min: 5, max: 60 }), fc.integer({ min: 5, max: 60 })),
  });
  type Survey = {
    design: Plain & { kind: string };
    plots: { stratum: string; trees: { species: string; dbh: number; height: number; count: number }[] }[];
    areas: [number, number];
  };
  const request = ({ design: d, plots, areas }: Survey, more: object = {}) => ({
    units: 'metric',
    formFactor: 0.45,
    ...more,
    data: {
      kind: 'plots',
      design: d,
      strata: ['a', 'b'].map((name, i) => ({ name, area: areas[i] })),
      plots: plots.map((p, i) => ({ name: String(i), ...p })),
    },
  });

  // an independent way: each tree over the area it may be in from, tree by tree, by hand for every design
  const areaOf = (d: Survey['design'], dbh: number): number => {
    if (d.kind === 'circle') return Math.PI * 64;
    if (d.kind === 'area') return 400;
    if (d.kind === 'point') return Math.PI * (dbh / (2 * Math.sqrt(2))) ** 2;
    return Math.PI * (dbh < 20 ? 16 : 81);
  };
  const byHand = ({ design: d, plots, areas }: Survey, value: (t: Survey['plots'][number]['trees'][number]) => number) => {
    const strata = ['a', 'b'].map((name, i) => {
      const values = plots
        .filter((p) => p.stratum === name)
        .map((p) => p.trees.reduce((s, t) => s + (t.count * value(t) * 10_000) / areaOf(d, t.dbh), 0));
      const mean = values.reduce((x, y) => x + y, 0) / values.length;
      const v = values.reduce((x, y) => x + (y - mean) ** 2, 0) / (values.length - 1) / values.length;
      return { area: areas[i] as number, n: values.length, mean, v };
    });
    const there = strata.filter((s) => s.n > 0);
    const whole = there.reduce((s, x) => s + x.area, 0);
    const mean = there.reduce((s, x) => s + (x.mean * x.area) / whole, 0);
    const error = Math.sqrt(there.reduce((s, x) => s + x.v * (x.area / whole) ** 2, 0));
    return { mean, error: there.some((s) => s.n === 1) ? null : error };
  };
  const near = (a: number | null | undefined, b: number | null) =>
    b === null ? expect(a).toBeNull() : expect(Math.abs((a ?? Number.NaN) - b)).toBeLessThanOrEqual(1e-8 * Math.max(1, Math.abs(b)));

  it('says what another way of adding says', () =>
    fc.assert(
      fc.property(survey, (s) => {
        const mine = s as unknown as Survey;
        const { stand } = ask(request(mine));
        const [n, g, v] = [
          () => 1,
          (t: { dbh: number }) => (Math.PI * t.dbh ** 2) / 40_000,
          (t: { dbh: number; height: number }) => 0.45 * ((Math.PI * t.dbh ** 2) / 40_000) * t.height,
        ];
        for (const [got, value] of [
          [stand?.whole?.trees, n],
          [stand?.whole?.basalArea, g],
          [stand?.whole?.volume, v],
        ] as const) {
          const own = byHand(mine, value as never);
          near(got?.mean, own.mean);
          near(got?.standardError, own.error);
        }
        const pines = byHand(mine, (t) => (t.species === 'pine' ? 1 : 0));
        near(stand?.species.find((k) => k.key === 'pine')?.figures.trees.mean ?? 0, pines.mean);
        const sum = (list: readonly { figures: { trees: { mean: number } } }[] | undefined) =>
          (list ?? []).reduce((t, k) => t + k.figures.trees.mean, 0);
        near(sum(stand?.species), stand?.whole?.trees.mean ?? 0);
        near(sum(stand?.classes), stand?.whole?.trees.mean ?? 0);
        near(sum(stand?.table), stand?.whole?.trees.mean ?? 0);
      }),
      { numRuns: 100 },
    ));

  it('is the same in any order and in either units', () =>
    fc.assert(
      fc.property(survey, fc.nat(), (s, turn) => {
        const mine = s as unknown as Survey;
        const plots = mine.plots.map((p) => ({ ...p, trees: [...p.trees].reverse() }));
        const k = turn % plots.length;
        const { stand: a } = ask(request(mine));
        const { stand: b } = ask(request({ ...mine, plots: [...plots.slice(k), ...plots.slice(0, k)] }));
        const { stand: us } = ask(request(mine, { answerUnits: 'us' }));
        near(b?.whole?.volume?.mean, a?.whole?.volume?.mean ?? 0);
        near(b?.whole?.volume?.standardError, a?.whole?.volume?.standardError ?? null);
        near(b?.whole?.trees.mean, a?.whole?.trees.mean ?? 0);
        near(us?.total?.trees.value, a?.total?.trees.value ?? 0);
        near((us?.total?.volume?.value ?? 0) * 0.3048 ** 3, a?.total?.volume?.value ?? 0);
        near(us?.whole?.volume?.cv, a?.whole?.volume?.cv ?? null);
      }),
      { numRuns: 40 },
    ));

  it('keeps its totals when the plots of a stratum are put into two as large as their numbers say', () =>
    fc.assert(
      fc.property(survey, fc.array(fc.boolean(), { minLength: 10, maxLength: 10 }), (s, coins) => {
        const mine = { ...(s as unknown as Survey), plots: (s as unknown as Survey).plots.map((p) => ({ ...p, stratum: 'a' })) };
        const n = mine.plots.length;
        const split = { ...mine, plots: mine.plots.map((p, i) => ({ ...p, stratum: coins[i] ? 'a' : 'b' })) };
        const ofA = split.plots.filter((p) => p.stratum === 'a').length;
        if (ofA === 0 || ofA === n) return;
        const whole = ask(request({ ...mine, areas: [40, 1] })).stand?.total?.volume?.value;
        near(ask(request({ ...split, areas: [(40 * ofA) / n, (40 * (n - ofA)) / n] })).stand?.total?.volume?.value, whole ?? 0);
      }),
      { numRuns: 40 },
    ));
});
