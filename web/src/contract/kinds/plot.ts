import { kindOf } from './define';

/** How far a plot has come. */
export const PLOT_STATES = ['planned', 'found', 'measured', 'finished', 'not-reached', 'to-redo'] as const;
export type PlotState = (typeof PLOT_STATES)[number];

/** A plot or point; a stratum struck out leaves its plots standing. */
export const plot = kindOf({
  partOf: { survey: 'survey' },
  names: { stratum: 'stratum' },
  together: [
    ['longitude', 'latitude', 'placeError'],
    ['radius', 'width', 'length', 'axis', 'basalAreaFactor'],
    ['slope', 'aspect'],
    ['state', 'reason'],
  ],
});
