import { sayLength, toMetres } from '../../units';
import { mine, readText } from '../scene-text';
import type { Scene } from './define';

const GHOST_BASELINE = 15;

/** The farther station with its sights, and the line between both. */
export const twoStations: Scene = {
  draw(g, made, tipX) {
    const told = g.own('baseline');
    const far = g.station?.far ?? null;
    const length = far?.baseline ?? (told ? toMetres(told.value, told.unit) : GHOST_BASELINE);
    const x = g.distance + length;
    const eyeHeight = g.eye.y - g.feet.y;
    // the ground goes on as it is unless the far sights say how high the eye is there
    const y = far ? -x * far.base.t + (g.station?.markHeight ?? 0) : (g.feet.y / g.feet.x) * x + eyeHeight;
    const eye = { x, y };
    made.far = { eye, feet: { x, y: y - eyeHeight }, ghost: !far };
    made.lines.push({
      target: 'baseline',
      from: g.feet,
      to: made.far.feet,
      style: 'baseline',
      ghost: !told,
      text: told ? `${sayLength(told.value, told.unit)} between` : 'baseline',
    });
    const station = told?.far;
    const taken = (target: string) =>
      station !== undefined && g.input.readings.some((r) => r.kind === 'angle' && r.target === target && mine(r, station));
    for (const [target, read, to] of [
      ['far-tip', 'tip', { x: tipX, y: g.height }],
      ['far-base', 'base', { x: 0, y: 0 }],
    ] as const) {
      const is = taken(read);
      made.sights.push({ target, from: eye, to, ghost: !is, text: is ? readText(g.input, read, undefined, station) : '' });
    }
  },
};
