export { diameterTolerance } from './diameter-tolerance';
export { type HeightCandidate, heightsWanted, sampleNumberOf, wantsHeight } from './height-sample';
export { heightTolerance } from './height-tolerance';
export {
  type CalledTree,
  CROWN_LETTERS,
  type LineContext,
  middleOf,
  NOTHING_CALLED,
  ownLetters,
  type ParsedCall,
  parseCall,
  printCall,
  STATUS_LETTERS,
  sayCall,
} from './line/index';
export { LOGS_16_FT, PRESET_KEYS, PRESETS, STUMP_1_FT } from './presets';
export { productOf } from './product';
export {
  GROUND_REFERENCES,
  type GroundReference,
  type HeightChoice,
  type MerchantableRule,
  type Preset,
  type PresetKey,
  type ProductClass,
  type ProtocolOptions,
  type Regeneration,
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
  edgeWayOf,
  type Inclusion,
  inOrOut,
  type Limit,
  levelOfTape,
  limitOf,
  readPerLevel,
  SAMPLING_KINDS,
  type SamplingKind,
  type SamplingRule,
  walkThrough,
} from './sampling/index';
export { type Tally, type TallyLine, type TallyTree, tally } from './tally';
export {
  CROWN_CLASSES,
  type CrownClass,
  OWN_KINDS,
  type OwnField,
  type OwnValue,
  TREE_QUESTIONS,
  TREE_STATUSES,
  type TreeQuestion,
  type TreeStatus,
  USUALLY_COUNTED,
  wrongWithAnswer,
  wrongWithField,
} from './tree-questions';
