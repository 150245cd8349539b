export { type Due, dueOn, GOOD_FOR_DAYS, yearsBetween } from './due';
export { type DiameterTolerance, goodEnoughUpTo } from './good-enough';
export {
  BASE_ALLOWED,
  type BaseCheck,
  baseCheck,
  speedOfSound,
  type TwoWayCheck,
  temperatureFactor,
  twoWayCheck,
  ZERO_ALLOWED,
} from './instrument-checks';
export { calibratePace, type Drift, PACE_COURSE, PACE_RUNS, type Pace, type PaceRun, paceDrift, paceOf } from './pace';
export { pairedError, pairedErrorOf, type ReadingPair, ratioOf, type ToolRecord, TYPICAL_WEIGHT } from './paired-readings';
export { plusSums, type Sums, sumsOf, varianceOf } from './sums';
export { ASSUMED_EYE_HEIGHT, type JudgedTool, type ReadingErrors, TYPICAL_ERRORS, TYPICAL_SHARES } from './typical-errors';
