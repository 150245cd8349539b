import { eyeAt, ray, sightedTip } from '../simulated-tree';
import { metresLong, type Rays } from './define';

/** Where a set angle points at the tip. */
export const setAngle: Rays = (t, draw, e, { rise }) => {
  const wanted = Math.atan(rise) + draw(e.protractor);
  let [near, far] = [t.diameter, 40 * t.height];
  for (let i = 0; i < 80; i++) {
    const middle = (near + far) / 2;
    const eye = eyeAt(t, middle);
    if (ray(eye, sightedTip(t, eye)).elevation > wanted) near = middle;
    else far = middle;
  }
  const level = eyeAt(t, near).y + near * Math.tan(draw(e.protractor));
  return [
    { kind: 'distance', value: near * (1 + draw(e.levelDistance)), unit: 'm', along: 'level', to: 'axis' },
    { kind: 'set-angle', rise, run: 1 },
    ...(level > 0 ? [metresLong('mark-height', level)] : []),
  ];
};
