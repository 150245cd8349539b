import { tipOf } from '../simulated-tree';
import type { Rays } from './define';

/** The tree’s shadow and a staff’s. */
export const shadow: Rays = (t, draw, e, { sun, staff }) => {
  // the ray of the sun through the tip, step by step down to the ground that rises or falls away from the stem
  const tip = tipOf(t);
  const above = (x: number) => tip.y - (x - tip.x) * Math.tan(sun) + x * t.slope;
  let [near, far] = [tip.x, tip.x + 400 * t.height];
  for (let i = 0; i < 80; i++) {
    const middle = (near + far) / 2;
    if (above(middle) > 0) near = middle;
    else far = middle;
  }
  // the bark is half a diameter from the axis on the level, a little more along the ground
  const along = Math.hypot(near, near * t.slope, tip.z);
  return [
    { kind: 'shadow', value: (along - (t.diameter / 2) * Math.hypot(1, t.slope)) * (1 + draw(e.shadow)), unit: 'm' },
    { kind: 'reference-shadow', value: staff / Math.tan(sun), height: staff, unit: 'm' },
    { kind: 'angle', target: 'ground', value: 100 * t.slope, scale: 'percent' },
  ];
};
