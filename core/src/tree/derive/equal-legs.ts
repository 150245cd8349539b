import { byEqualLegs } from '../../height/index';
import { tapedDistance } from '../derive-distance';
import { idOf, othersOf } from '../gather';
import { meanSight } from '../read-sight';
import { found, type OtherHeight } from './define';

/** A stick as long as one's reach, two equal sticks, a pole gripped at eye-to-hand length: the height is the distance. */
export const equalLegs: OtherHeight = (target, a) => {
  const read = target === 'tip' ? othersOf(a.s, 'equal-legs').at(-1) : undefined;
  if (!read) return null;
  const ground = read.along === 'slope' ? meanSight(a.s.angles.get('ground'), a.errors) : null;
  const taped = tapedDistance({ ...read, kind: 'distance' }, ground, a.diameter, a.errors);
  if (!taped.ok) return taped;
  const value = byEqualLegs(taped.value.distance);
  const parts = {
    // the two legs are never quite equal, and the stick covers never quite the whole tree
    stick: value * a.errors.stick,
    distance: taped.value.sigma,
    // seen from as far as the tree is tall, the tip's offset counts in full at most
    'tip-offset': a.tipOffset,
  };
  return found(a, 'equal-legs', value, parts, ground ? [idOf(read), ...ground.from] : [idOf(read)]);
};
