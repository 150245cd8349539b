import { eyeAt, onStem, ray, sightedTip } from '../simulated-tree';
import { degrees, metresLong, type Rays, sight } from './define';

/** A shot to a transponder on the stem, and the tip. */
export const transponder: Rays = (t, draw, e, { mark }) => {
  const at = onStem(t, mark);
  const r = ray(eyeAt(t), { ...at, x: at.x + t.diameter / 2 });
  return [
    {
      kind: 'shot',
      target: 'mark',
      value: r.length * (1 + draw(e.ultrasonic)),
      unit: 'm',
      elevation: degrees(r.elevation + draw(e.laserAngle)),
      by: 'ultrasonic',
      to: 'bark',
    },
    metresLong('mark-height', mark),
    sight('tip', ray(eyeAt(t), sightedTip(t, eyeAt(t))), draw, e),
  ];
};
