// How often intervals hold the truth, and how far totals are off: stands whose every tree is known, surveyed thousands of times.
import { measuredRates, type Simulated } from '../core/src/survey/expansion/test-simulation';

const surveys = Number(process.argv[2] ?? 4000);
const asks: readonly Simulated[] = [
  ...(['poisson', 'regular', 'clumped'] as const).flatMap((stand) =>
    (['circle', 'nested', 'point'] as const).map((design) => ({ stand, design, plots: 30, surveys, edge: 'circle' as const })),
  ),
  ...(['poisson', 'clumped'] as const).flatMap((stand) =>
    [5, 10].map((plots) => ({ stand, design: 'circle' as const, plots, surveys, edge: 'circle' as const })),
  ),
  ...(['poisson', 'clumped'] as const).map((stand) => ({
    stand,
    design: 'circle' as const,
    plots: 30,
    surveys,
    edge: 'circle' as const,
    grid: true,
  })),
  ...(['walk-through', 'none'] as const).map((edge) => ({
    stand: 'poisson' as const,
    design: 'circle' as const,
    plots: 30,
    surveys,
    edge,
  })),
];
console.log(JSON.stringify(asks.map((ask) => ({ ...ask, ...measuredRates(ask) }))));
