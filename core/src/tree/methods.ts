/** Ways of sighting: an upper and a lower sight from one place, whatever finds the distance. */
export const SIGHTED_METHODS = [
  'two-sights',
  'two-sights-to-mark',
  'included-angle',
  'line-shots',
  'transponder',
  'pole',
  'two-stations',
] as const;
export type SightedMethod = (typeof SIGHTED_METHODS)[number];

/** Ways with a reading of their own kind in place of two sights. */
export const OTHER_METHODS = ['equal-legs', 'stick', 'set-angle', 'device', 'above-below', 'shadow', 'direct'] as const;
export type OtherMethod = (typeof OTHER_METHODS)[number];

/** Every way a height comes about; `told` is hearsay, `mean` stands for several determinations. */
export const HEIGHT_METHODS = [...SIGHTED_METHODS, ...OTHER_METHODS, 'told', 'mean'] as const;
export type HeightMethod = (typeof HEIGHT_METHODS)[number];
