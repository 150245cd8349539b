export { type Estimate, type NoInterval, type PartEstimate, withInterval } from './estimate';
export { meanTreeTimesDensity } from './mean-tree';
export { type NeededPlots, neededPlots, plotsInAll } from './needed-plots';
export { meanOverPlots, ratioOverStrips, throughCounts } from './part';
export { overStrata, type SampledStratum } from './strata';
export { tOf } from './student-t';
