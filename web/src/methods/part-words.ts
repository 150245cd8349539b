import type { ErrorPart } from '@arbolito/core';

/** What an error comes from, in words. */
export const PART_WORDS: Readonly<Record<ErrorPart, string>> = {
  distance: 'distance',
  'top-sight': 'tip sight',
  'base-sight': 'base sight',
  'tip-offset': 'tip out of plumb',
  'top-shot': 'tip shot',
  'base-shot': 'base shot',
  pole: 'pole',
  'pole-sight': 'sight to the pole’s top',
  baseline: 'baseline',
  'near-tip': 'near sight to the tip',
  'far-tip': 'far sight to the tip',
  'far-base': 'far sight to the base',
  plumb: 'distance under the tip',
  lean: 'lean',
  mark: 'mark',
  zero: 'zero of the instrument',
  'eye-height': 'eye height',
  stick: 'stick',
  'set-angle': 'set angle',
  device: 'instrument',
  shadow: 'shadows',
  'half-trunk': 'half of the trunk',
  direct: 'tape along the tree',
};
