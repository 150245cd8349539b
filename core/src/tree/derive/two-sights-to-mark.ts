import type { Sighting } from './define';

/** The same to a mark of known height, where the base is hidden. */
export const twoSightsToMark: Sighting = { fits: (station) => station.markHeight > 0 };
