import { formatLength, metres, toMetres } from '../../units';
import { groundSlope } from '../scene-text';
import type { Scene } from './define';
import { GHOST_DISTANCE, GHOST_REACH } from './ghosts';

/** As far from the stem as it is tall, with a stick in the hand as long as its distance from the eye. */
export const equalLegs: Scene = {
  alone: () => '',
  rightEnd(input, own, diameter, station) {
    const told = own('equal-legs');
    const slope = groundSlope(input, station);
    const length = told ? toMetres(told.value, told.unit) : GHOST_DISTANCE;
    const level = told?.along === 'slope' ? length / Math.sqrt(1 + slope * slope) : length;
    const distance = level + (told?.to === 'bark' ? diameter / 2 : 0);
    const feet = { x: distance, y: -distance * slope };
    const unit = input.protocol.units === 'us' ? 'ft' : 'm';
    const text = told ? `${formatLength(metres(distance), unit, 1)} level` : 'distance';
    return { distance, eye: { x: distance, y: feet.y + input.eyeHeight }, feet, ghost: !told, text };
  },
  draw(g, into) {
    const told = g.own('equal-legs');
    into.hand = {
      reach: GHOST_REACH,
      covers: GHOST_REACH,
      below: (GHOST_REACH * g.eye.y) / g.distance,
      ghost: !told,
      text: 'as long as its reach',
    };
  },
};
