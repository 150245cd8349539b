import type { Sighting } from './define';
import { byLowerShot } from './line-shots';

/** A shot to a transponder on the stem, and the tip by its angle. */
export const transponder: Sighting = { fits: (_, top, base) => Boolean(base.line && !top.line), reckon: byLowerShot };
