export { diameterTolerance } from './diameter-tolerance';
export { sampleNumberOf, wantsHeight } from './height-sample';
export { heightTolerance } from './height-tolerance';
export { LOGS_16_FT, PRESET_KEYS, PRESETS, STUMP_1_FT } from './presets';
export { productOf } from './product';
export {
  GROUND_REFERENCES,
  type GroundReference,
  type MerchantableRule,
  type Preset,
  type PresetKey,
  type ProductClass,
  type ProtocolOptions,
} from './protocol';
export { type ProtocolSentence, protocolSentences } from './protocol-sentences';
export {
  alongSlope,
  type CircleInside,
  type ClassNames,
  checkRule,
  circleInside,
  type DistanceToTree,
  diameterClass,
  type Inclusion,
  inOrOut,
  isInside,
  type Limit,
  levelOfTape,
  limitOf,
  type Outline,
  type PlanPoint,
  SAMPLING_KINDS,
  type SamplingKind,
  type SamplingRule,
  walkThrough,
} from './sampling/index';
export { type Tally, type TallyLine, type TallyTree, tally } from './tally';
