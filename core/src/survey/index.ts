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
export { type Tally, type TallyLine, type TallyTree, tally } from './tally';
