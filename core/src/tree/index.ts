export { deriveTree, ONE_STATION, type TreeInput } from './derive-tree';
export { scaleOf } from './gather';
export {
  ANGLE_TARGETS,
  type AngleReading,
  type AngleTarget,
  type DiameterReading,
  type DistanceReading,
  type LengthReading,
  type LogsReading,
  READING_KINDS,
  type Reading,
  type ReadingKind,
} from './reading';
export type {
  Assumption,
  BoardResult,
  CubicResult,
  DiameterResult,
  HeightResult,
  Sight,
  StationResult,
  TopTarget,
  TreeResult,
} from './result';
export { DEFAULT_FORM_CLASS, DEFAULT_TAPER_PER_LOG, type SpeciesFigures, TIP_OFFSET } from './species';
