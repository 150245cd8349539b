import { eyeAt, onStem, ray, sightedTip } from '../simulated-tree';
import { metresLong, type Rays, sight, tape } from './define';

/** Tape, tip, and a mark of known height. */
export const twoSightsToMark: Rays = (t, draw, e, { mark }) => [
  tape(t, draw, e),
  sight('tip', ray(eyeAt(t), sightedTip(t, eyeAt(t))), draw, e),
  sight('mark', ray(eyeAt(t), onStem(t, mark)), draw, e),
  metresLong('mark-height', mark),
];
