import { eyeAt, ray, tipOf } from '../simulated-tree';
import { FOOT, laser, type Rays } from './define';

/** Two shots along the line of sight. */
export const lineShots: Rays = (t, draw, e) => [
  laser('tip', ray(eyeAt(t), tipOf(t)), draw, e),
  laser('base', ray(eyeAt(t), FOOT), draw, e),
];
