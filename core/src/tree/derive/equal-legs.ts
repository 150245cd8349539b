import { byEqualLegs, horizontalDistance, horizontalDistanceSigma } from '../../height/index';
import { metres, noAnswer, type Tangent, tangent, toMetres } from '../../units';
import { idOf, othersOf } from '../gather';
import { meanSight } from '../read-sight';
import { found, type OtherHeight } from './define';

/** A stick as long as one's reach, two equal sticks, a pole gripped at eye-to-hand length: the height is the distance. */
export const equalLegs: OtherHeight = (target, a) => {
  const read = target === 'tip' ? othersOf(a.s, 'equal-legs').at(-1) : undefined;
  if (!read) return null;
  const ground = read.along === 'slope' ? meanSight(a.s.angles.get('ground'), a.errors) : null;
  if (read.along === 'slope' && !ground)
    return noAnswer('no-slope', 'The distance lies along the slope: sight the slope, and the level distance follows.');
  if (read.to === 'bark' && a.diameter === null)
    return noAnswer('bark-without-diameter', 'The distance ended at the bark: read the diameter, and half of it is added.');
  const length = toMetres(read.value, read.unit);
  const taped = {
    taped: length,
    slope: ground?.t ?? (tangent(0) as Tangent),
    toAxis: metres(read.to === 'bark' ? (a.diameter as number) / 2 : 0),
  };
  const sigma = read.sigma ?? length * (ground ? a.errors.slopeDistance : a.errors.levelDistance);
  const value = byEqualLegs(horizontalDistance(taped));
  const parts = {
    // the two legs are never quite equal, and the stick covers never quite the whole tree
    stick: value * a.errors.stick,
    distance: horizontalDistanceSigma(taped, sigma, ground?.sigma ?? 0),
    // seen from as far as the tree is tall, the tip's offset counts in full at most
    'tip-offset': a.tipOffset,
  };
  return found(a, 'equal-legs', value, parts, ground ? [idOf(read), ...ground.from] : [idOf(read)]);
};
