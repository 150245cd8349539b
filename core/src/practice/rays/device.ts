import { eyeAt, ray, sightedTip } from '../simulated-tree';
import { FOOT, type Rays, tape } from './define';

/** A height reported for a distance set. */
export const device: Rays = (t, draw, e, { setDistance }) => {
  const [top, base] = [ray(eyeAt(t), sightedTip(t, eyeAt(t))), ray(eyeAt(t), FOOT)];
  const reported = setDistance * (Math.tan(top.elevation) - Math.tan(base.elevation)) * (1 + draw(e.device));
  return [tape(t, draw, e), { kind: 'device-height', target: 'tip', value: reported, unit: 'm', setDistance }];
};
