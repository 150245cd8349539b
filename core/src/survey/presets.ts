import { METRES_PER_FOOT, METRES_PER_INCH } from '../units';
import type { Preset, PresetKey, ProtocolOptions } from './protocol';

const BREAST_HEIGHT_US = 4.5 * METRES_PER_FOOT;
const BREAST_HEIGHT_METRIC = 1.3;

/** Logs as US timber work cuts them; also used, said as an assumption, where a protocol cuts none but logs are entered. */
export const LOGS_16_FT = Object.freeze({ length: 16 * METRES_PER_FOOT, trim: 0.3 * METRES_PER_FOOT, oddEnd: 'down' as const });
export const STUMP_1_FT = METRES_PER_FOOT;

const timberUs: ProtocolOptions = {
  units: 'us',
  breastHeight: BREAST_HEIGHT_US,
  foundBy: 'body-mark-or-stick',
  groundReference: 'uphill',
  lean: 'underside',
  swelling: 'just-above',
  lowBranches: 'just-above-below-if-worse',
  aboveButtSwell: 1.5 * METRES_PER_FOOT,
  forkLow: { stems: 'separate', atMost: null, theTree: 'each' },
  forkBelowBreastHeight: 'separate',
  forkAbove: 'one',
  oneNumber: 'none',
  vines: 'off-or-under-else-flag',
  mark: 'none',
  diameterRounding: { of: 'diameter', step: 0.1, unit: 'in', direction: 'nearest' },
  classWidth: { value: 2, unit: 'in' },
  merchantable: {
    tops: [
      { product: 'sawtimber', diameter: 8 * METRES_PER_INCH },
      { product: 'pulpwood', diameter: 4 * METRES_PER_INCH },
    ],
    orFirstDefect: true,
    stumpHeight: STUMP_1_FT,
    logs: LOGS_16_FT,
  },
  determinations: 1,
  products: [
    { product: 'sawtimber', from: 10 * METRES_PER_INCH },
    { product: 'pulpwood', from: 4 * METRES_PER_INCH },
  ],
  // half a 16-ft log
  heightTolerance: { absolute: 8 * METRES_PER_FOOT, relative: 0.05 },
};

const forestMetric: ProtocolOptions = {
  ...timberUs,
  units: 'metric',
  breastHeight: BREAST_HEIGHT_METRIC,
  aboveButtSwell: 0.45,
  diameterRounding: { of: 'diameter', step: 0.1, unit: 'cm', direction: 'down' },
  classWidth: { value: 4, unit: 'cm' },
  products: [],
  merchantable: { tops: [{ product: 'wood', diameter: 0.07 }], orFirstDefect: false, stumpHeight: 0.2, logs: null },
  heightTolerance: { absolute: 1, relative: 0.05 },
};

const monitoring: ProtocolOptions = {
  ...forestMetric,
  foundBy: 'tape-or-stick',
  swelling: 'just-above-below-if-worse',
  forkLow: { stems: 'separate', atMost: 6, theTree: 'each' },
  forkBelowBreastHeight: 'one-below-fork',
  oneNumber: 'quadratic-sum',
  mark: 'paint',
  diameterRounding: { of: 'diameter', step: 0.1, unit: 'cm', direction: 'nearest' },
  classWidth: { value: 5, unit: 'cm' },
  merchantable: null,
  heightTolerance: { absolute: 0.5, relative: 0.03 },
};

const street: ProtocolOptions = {
  ...forestMetric,
  asks: ['status', 'damage'],
  ownFields: [
    { kind: 'choice', key: 'condition', name: 'condition', choices: ['good', 'fair', 'poor', 'dying'] },
    { kind: 'choice', key: 'conflict', name: 'conflict', choices: ['none', 'wires', 'pavement', 'building', 'sight line', 'pipes'] },
  ],
  foundBy: 'tape',
  groundReference: 'mid-slope',
  lean: 'axis',
  swelling: 'narrowest-below',
  lowBranches: 'narrowest-below',
  forkBelowBreastHeight: 'one-narrowest-below',
  vines: 'over-and-flag',
  mark: 'nothing-that-wounds',
  diameterRounding: { of: 'circumference', step: 1, unit: 'cm', direction: 'up' },
  classWidth: { value: 10, unit: 'cm' },
  merchantable: null,
  heightTolerance: { absolute: 1, relative: 0.1 },
};

const { asks: _, ownFields: __, ...streetUnasked } = street;
const tallTree: ProtocolOptions = {
  ...streetUnasked,
  breastHeight: BREAST_HEIGHT_US,
  swelling: 'just-above-below-if-worse',
  lowBranches: 'just-above-below-if-worse',
  forkLow: { stems: 'separate', atMost: null, theTree: 'largest' },
  forkBelowBreastHeight: 'one-below-fork',
  vines: 'off-or-under-else-flag',
  diameterRounding: { of: 'circumference', step: 1, unit: 'cm', direction: 'nearest' },
  classWidth: null,
  determinations: 3,
  heightTolerance: { absolute: 0.3, relative: null },
};

/** The five schools as data. @source docs/methods.md, schools */
export const PRESETS: Readonly<Record<PresetKey, Preset>> = Object.freeze({
  'timber-us': {
    key: 'timber-us',
    name: 'Timber, US',
    why: 'Diameters from the uphill side and logs of 16 ft: figures a buyer and a seller of timber both recognise, on the careful side.',
    options: timberUs,
  },
  'forest-metric': {
    key: 'forest-metric',
    name: 'Forest inventory, metric',
    why: 'Breast height 1.30 m from the uphill side, diameters rounded down: what most national and management inventories ask for.',
    options: forestMetric,
  },
  monitoring: {
    key: 'monitoring',
    name: 'Permanent monitoring',
    why: 'The same point on the stem every few years: found with a tape or stick, painted, moved only when the stem forces it.',
    options: monitoring,
  },
  street: {
    key: 'street',
    name: 'Street and park',
    why: 'Mid-slope and the narrowest point below trouble; nothing that wounds a tree people live with.',
    options: street,
  },
  'tall-tree': {
    key: 'tall-tree',
    name: 'Tall-tree record',
    why: 'Mid-slope ground and several careful heights: claims that somebody else can check.',
    options: tallTree,
  },
});
export const PRESET_KEYS = Object.keys(PRESETS) as PresetKey[];
