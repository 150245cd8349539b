import { eyeAt, ray, sightedTip } from '../simulated-tree';
import { FOOT, metresLong, type Rays, sight } from './define';

/** A pole at the base, its top, base and tip. */
export const pole: Rays = (t, draw, e, { pole }) => [
  metresLong('pole', pole),
  sight('base', ray(eyeAt(t), FOOT), draw, e),
  sight('pole-top', ray(eyeAt(t), { ...FOOT, y: pole }), draw, e),
  sight('tip', ray(eyeAt(t), sightedTip(t, eyeAt(t))), draw, e),
];
