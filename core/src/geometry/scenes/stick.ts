import { metres, sayLength, showDiameter, toMetres } from '../../units';
import type { Scene } from './define';
import { GHOST_REACH } from './ghosts';

/** A stick in the hand, too small to see at the tree's scale. */
export const stick: Scene = {
  alone: () => '',
  draw(g, made) {
    const told = g.own('stick');
    const reach = told?.reach ?? GHOST_REACH;
    const covers = told ? toMetres(told.value, told.unit) : (reach * g.height) / g.distance;
    // the stick's lower end is on the ray to the base
    const below = (reach * g.eye.y) / g.distance;
    made.hand = {
      reach,
      covers,
      below,
      ghost: !told,
      text: told ? `${sayLength(told.value, told.unit)} at ${showDiameter(metres(reach), g.input.protocol.units)}` : 'stick',
    };
  },
};
