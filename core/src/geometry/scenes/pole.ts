import { sayLength, toMetres } from '../../units';
import { mine, readText } from '../scene-text';
import type { Scene } from './define';

const GHOST_POLE = 4;

/** A pole beside the stem, in the plane of its axis, and the sight to its top. */
export const pole: Scene = {
  draw(g, made) {
    const told = g.own('pole');
    const length = told ? toMetres(told.value, told.unit) : GHOST_POLE;
    // beside the stem, in the plane of its axis
    const line = (y: number) => ({ x: 0, y });
    made.lines.push({
      target: 'pole',
      from: line(0),
      to: line(length),
      style: 'pole',
      ghost: !told,
      text: told ? `pole ${sayLength(told.value, told.unit)}` : 'pole',
    });
    const read = g.input.readings.some((r) => r.kind === 'angle' && r.target === 'pole-top' && mine(r, g.input.station));
    made.sights.push({
      target: 'pole-top',
      from: g.eye,
      to: line(length),
      ghost: !read,
      text: read ? readText(g.input, 'pole-top') : 'pole top',
    });
  },
};
