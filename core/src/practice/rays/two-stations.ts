import { eyeAt, ray, sightedTip } from '../simulated-tree';
import { FOOT, type Rays, sight } from './define';

/** Tip and base from two places in line with the tree. */
export const twoStations: Rays = (t, draw, e, { baseline }) => {
  const back = eyeAt(t, t.distance + baseline);
  return [
    sight('tip', ray(eyeAt(t), sightedTip(t, eyeAt(t))), draw, e, 'near'),
    sight('base', ray(eyeAt(t), FOOT), draw, e, 'near'),
    { kind: 'baseline', value: baseline * (1 + draw(e.levelDistance)), unit: 'm', far: 'far', station: 'near' },
    sight('tip', ray(back, sightedTip(t, back)), draw, e, 'far'),
    sight('base', ray(back, FOOT), draw, e, 'far'),
  ];
};
