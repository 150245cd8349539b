import { eyeAt, ray, sightedTip } from '../simulated-tree';
import { degrees, FOOT, type Rays, sight, tape } from './define';

/** Tape, one angle between base and tip, and the base. */
export const includedAngle: Rays = (t, draw, e) => {
  const [top, base] = [ray(eyeAt(t), sightedTip(t, eyeAt(t))), ray(eyeAt(t), FOOT)];
  const between = degrees(top.elevation - base.elevation + draw(e.protractor));
  return [
    tape(t, draw, e),
    { kind: 'angle', target: 'tip', value: between, scale: 'degree', included: true },
    sight('base', base, draw, e),
  ];
};
