import { toMetres } from '../../units';
import type { Scene } from './define';

/** One sight at the set angle; the instrument is levelled at its mark. */
export const setAngle: Scene = {
  alone(own) {
    const set = own('set-angle');
    return set ? `${set.rise} : ${set.run}` : 'set angle';
  },
  lower: 'none',
  eyeLevel(own) {
    const mark = own('mark-height');
    return mark ? toMetres(mark.value, mark.unit) : null;
  },
};
