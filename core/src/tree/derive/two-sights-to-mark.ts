import { seenOf } from '../setup';
import { notSighted, type Way } from './define';
import { byPair, lowOf, readReckoning } from './sighted';

/** Two sights and a distance, the lower one to a mark of known height, where the base is hidden. */
export const twoSightsToMark: Way = (aim, a) => {
  const { u } = a;
  const mark = seenOf(u, 'mark');
  if (!mark.angle) return null;
  const top = seenOf(u, aim);
  const distance = readReckoning(u);
  if (!distance.ok) return u.pole || u.far || seenOf(u, 'base').angle ? null : distance;
  // an angle between, or a shot, has the mark for its lower end and says so itself
  if (!top.angle) return top.included || top.shot || seenOf(u, 'base').angle ? null : notSighted(aim);
  const low = lowOf(u, 'mark', mark.angle);
  return low.ok ? byPair(aim, a, { method: 'two-sights-to-mark', top: top.angle, ...low.value, distance: distance.value }) : low;
};
