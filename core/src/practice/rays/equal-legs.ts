import { eyeAt, ray, sightedTip } from '../simulated-tree';
import { FOOT, type Rays } from './define';

/** Where an upright stick as long as its reach, or as long as it seems, covers the tree. */
export const equalLegs: Rays = (t, draw, e, { reach }) => {
  const length = reach * (1 + draw(e.stick));
  let [near, far] = [t.diameter, 40 * t.height];
  for (let i = 0; i < 80; i++) {
    const middle = (near + far) / 2;
    const eye = eyeAt(t, middle);
    const covered = reach * (Math.tan(ray(eye, sightedTip(t, eye)).elevation) - Math.tan(ray(eye, FOOT).elevation));
    if (covered > length) near = middle;
    else far = middle;
  }
  return [{ kind: 'equal-legs', value: near * (1 + draw(e.levelDistance)), unit: 'm', along: 'level', to: 'axis' }];
};
