import { eyeAt, ray, sightedTip } from '../simulated-tree';
import { FOOT, type Rays, tape } from './define';

/** Heights above and below the eye, printed for a distance set. */
export const aboveBelow: Rays = (t, draw, e, { setDistance }) => {
  const printed = (elevation: number) => setDistance * Math.tan(elevation) * (1 + draw(e.device));
  const [top, base] = [ray(eyeAt(t), sightedTip(t, eyeAt(t))), ray(eyeAt(t), FOOT)];
  return [
    tape(t, draw, e),
    { kind: 'from-eye', target: 'tip', value: printed(top.elevation), unit: 'm', setDistance },
    { kind: 'from-eye', target: 'base', value: printed(base.elevation), unit: 'm', setDistance },
  ];
};
