import { eyeAt, ray, sightedTip } from '../simulated-tree';
import { FOOT, type Rays, tape } from './define';

/** What an upright stick covers. */
export const stick: Rays = (t, draw, e, { reach }) => {
  // where the rays to tip and base cross the upright stick
  const [top, base] = [ray(eyeAt(t), sightedTip(t, eyeAt(t))), ray(eyeAt(t), FOOT)];
  const covered = reach * (Math.tan(top.elevation) - Math.tan(base.elevation));
  return [tape(t, draw, e), { kind: 'stick', target: 'tip', value: 100 * covered * (1 + draw(e.stick)), unit: 'cm', reach }];
};
