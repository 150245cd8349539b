import { eyeAt, ray, sightedTip } from '../simulated-tree';
import { FOOT, type Rays, sight, tape } from './define';

/** Tape, tip and base. */
export const twoSights: Rays = (t, draw, e) => [
  tape(t, draw, e),
  sight('tip', ray(eyeAt(t), sightedTip(t, eyeAt(t))), draw, e),
  sight('base', ray(eyeAt(t), FOOT), draw, e),
];
