import { tapedDistance } from '../derive-distance';
import { idOf, othersOf } from '../gather';
import { byApparent } from './apparent';
import type { Way } from './define';

/** A stick as long as one's reach, two equal sticks, a pole gripped at eye-to-hand length: the height is the distance. */
export const equalLegs: Way = (aim, a) => {
  const read = aim === 'tip' ? othersOf(a.u.s, 'equal-legs').at(-1) : undefined;
  if (!read) return null;
  const ground = read.along === 'slope' ? a.u.ground : null;
  const taped = tapedDistance({ ...read, kind: 'distance' }, ground, a.diameter, a.errors);
  if (!taped.ok) return taped;
  const { value } = taped;
  return byApparent(aim, a, {
    method: 'equal-legs',
    part: 'stick',
    // the two legs are never quite equal, and the stick covers never quite the whole tree
    difference: 1,
    share: a.errors.stick,
    source: read,
    distance: { value: value.distance, sigma: value.sigma, source: value },
    markHeight: 0,
    byDistance: true,
    from: ground ? [idOf(read), ...ground.from] : [idOf(read)],
  });
};
