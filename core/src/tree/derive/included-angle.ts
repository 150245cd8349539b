import type { Sighting } from './define';

/** One angle between base and target. */
export const includedAngle: Sighting = { fits: (_, top) => top.included };
