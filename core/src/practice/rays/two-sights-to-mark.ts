import { eyeAt, ray, sightedTip } from '../simulated-tree';
import { FOOT, metresLong, type Rays, sight, tape } from './define';

/** Tape, tip, and a mark of known height. */
export const twoSightsToMark: Rays = (t, draw, e, { mark }) => [
  tape(t, draw, e),
  sight('tip', ray(eyeAt(t), sightedTip(t, eyeAt(t))), draw, e),
  // the mark hangs plumb over the foot, as a rod beside the stem does
  sight('mark', ray(eyeAt(t), { ...FOOT, y: mark }), draw, e),
  metresLong('mark-height', mark),
];
