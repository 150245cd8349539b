import { seenOf } from '../setup';
import type { Way } from './define';
import { notSighted } from './define';
import { byPair, lowOf } from './sighted';

/** A shot to a transponder on the stem, or to its base, which tells the distance too, and the target by its angle. */
export const transponder: Way = (aim, a) => {
  const { u } = a;
  const [top, base, mark] = [seenOf(u, aim), seenOf(u, 'base'), seenOf(u, 'mark')];
  const { shot } = mark;
  // two shots are a way of their own
  const foot = top.shot ? null : base.shot;
  if (!shot && !foot) return null;
  if (!top.angle) return top.shot || top.included ? null : notSighted(aim);
  const low = shot && (u.mark.ok || !foot) ? lowOf(u, 'mark', shot) : lowOf(u, 'base', foot);
  return low.ok ? byPair(aim, a, { method: 'transponder', top: top.angle, ...low.value, distance: null }) : low;
};
