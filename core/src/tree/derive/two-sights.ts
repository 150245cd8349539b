import { seenOf } from '../setup';
import { notSighted, type Way } from './define';
import { byPair, lowOf, readReckoning } from './sighted';

/** Two sights and a distance: what is meant while nothing else is read. */
export const twoSights: Way = (aim, a) => {
  const { u } = a;
  const top = seenOf(u, aim);
  const [base, mark] = [seenOf(u, 'base'), seenOf(u, 'mark')];
  // what is there for another way alone says nothing of this one
  const elsewhere = mark.angle || mark.shot || base.shot || u.pole || u.far || top.included || top.shot || u.s.others.length > 0;
  const begun = top.angle ? base.angle || !elsewhere : !elsewhere;
  if (!begun) return null;
  const distance = readReckoning(u);
  if (!distance.ok) return u.pole || u.far ? null : distance;
  if (!top.angle) return notSighted(aim);
  const low = lowOf(u, 'base', base.angle);
  return low.ok ? byPair(aim, a, { method: 'two-sights', top: top.angle, ...low.value, distance: distance.value }) : low;
};
