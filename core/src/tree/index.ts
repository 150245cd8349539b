export { deriveTree, ONE_STATION, type TreeInput } from './derive-tree';
export { scaleOf } from './gather';
export { readDiameter } from './read-diameter';
export {
  ANGLE_TARGETS,
  type AngleReading,
  type AngleTarget,
  type AnyDiameter,
  type DiameterReading,
  type DistanceReading,
  FIRST_STEM,
  type LengthReading,
  type LogsReading,
  type OpticalReading,
  READING_KINDS,
  type Reading,
  type ReadingKind,
  type ToolName,
  type TrunkReading,
  toolOf,
} from './reading';
export type {
  Assumption,
  BasalAreaResult,
  BoardResult,
  ComparedDiameter,
  CubicResult,
  DiameterResult,
  HeightResult,
  OneNumberResult,
  Sight,
  StationResult,
  StemResult,
  TopTarget,
  TreeResult,
  UpperDiameter,
} from './result';
export { DEFAULT_FORM_CLASS, DEFAULT_TAPER_PER_LOG, type SpeciesFigures, TIP_OFFSET } from './species';
