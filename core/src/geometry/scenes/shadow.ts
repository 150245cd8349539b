import { sayLength, toMetres } from '../../units';
import { groundSlope } from '../scene-text';
import type { Scene } from './define';
import { GHOST_DISTANCE } from './ghosts';

/** The shadow on the ground, the ray of the sun, and a staff with a shadow of its own. */
export const shadow: Scene = {
  viewer: 'shadow',
  // the end of the shadow stands where the eye would, on the ground of its own station
  rightEnd(input, own, diameter, station) {
    const told = own('shadow');
    const slope = groundSlope(input, station);
    const along = told ? toMetres(told.value, told.unit) + diameter / 2 : GHOST_DISTANCE;
    const distance = along / Math.sqrt(1 + slope * slope);
    const end = { x: distance, y: -distance * slope };
    return { distance, eye: end, feet: end, ghost: !told };
  },
  draw(g, made) {
    const told = g.own('shadow');
    const of = g.own('reference-shadow');
    const tip = { x: 0, y: g.height };
    made.lines.push({
      target: 'shadow',
      from: { x: g.diameter / 2, y: (g.feet.y / g.feet.x) * (g.diameter / 2) },
      to: g.feet,
      style: 'shadow',
      ghost: !told,
      text: told ? `shadow ${sayLength(told.value, told.unit)}` : 'shadow',
    });
    made.lines.push({ target: 'tip', from: tip, to: g.feet, style: 'sun', ghost: !(told && of), text: '' });
    // the staff stands on level ground of its own, a little behind the end of the shadow
    const height = of ? toMetres(of.height, of.unit) : 1.5;
    const cast = of ? toMetres(of.value, of.unit) : (height * g.distance) / g.height;
    const foot = { x: g.distance * 1.12, y: g.feet.y };
    const [top, end] = [
      { x: foot.x, y: foot.y + height },
      { x: foot.x + cast, y: foot.y },
    ];
    made.lines.push({ target: 'reference-shadow', from: foot, to: top, style: 'staff', ghost: !of, text: '' });
    made.lines.push({ target: 'reference-shadow', from: foot, to: end, style: 'shadow', ghost: !of, text: '' });
    made.lines.push({ target: 'reference-shadow', from: top, to: end, style: 'sun', ghost: !of, text: '' });
    made.marks.push({
      target: 'reference-shadow',
      at: { x: (foot.x + end.x) / 2, y: top.y },
      text: of ? `${of.height} casts ${sayLength(of.value, of.unit)}` : 'staff',
      quiet: true,
    });
  },
};
