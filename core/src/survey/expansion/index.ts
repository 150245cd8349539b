export { expand } from './expand';
export { type FilledTrees, fillHeights, type UnfilledTree } from './fill-heights';
export { frameOf, shareOfPlots } from './frame';
export { type ModelTree, modelVariances, withModelError } from './model-error';
export {
  GROUP_KINDS,
  type GroupKey,
  type GroupKind,
  type StandFigures,
  type StandInput,
  type StandNoteCode,
  type StandPlot,
  type StandResult,
  type StandStratum,
  type StandTree,
} from './stand';
export { dominantHeight, quadraticMeanDiameter, standDensityIndex } from './stand-figures';
export { withModelErrors } from './with-errors';
