export { type Aim, aimsFrom } from './aims';
export { deriveTree, type TreeInput } from './derive-tree';
export { HEIGHT_METHODS, type HeightMethod, type OtherMethod } from './methods';
export { readDiameter } from './read-diameter';
export { scaleOf } from './read-sight';
export type {
  Agreement,
  Assumption,
  BasalAreaResult,
  BoardResult,
  ComparedDiameter,
  CrownResult,
  CubicResult,
  Determination,
  DiameterResult,
  DistanceSource,
  HeightResult,
  Lean,
  LogsResult,
  OneNumberResult,
  PointHeight,
  Sight,
  StationResult,
  StemResult,
  TreeResult,
  UpperDiameter,
} from './result';
export { DEFAULT_FORM_CLASS, DEFAULT_TAPER_PER_LOG, type SpeciesFigures, TIP_OFFSET } from './species';
