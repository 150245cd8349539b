import { seenOf } from '../setup';
import type { Way } from './define';
import { byPair, lowOf, readReckoning } from './sighted';

/** Two shots along the line of sight; a lower sight by angle needs the distance too. */
export const lineShots: Way = (aim, a) => {
  const { u } = a;
  const { shot: top } = seenOf(u, aim);
  if (!top) return null;
  const [base, mark] = [seenOf(u, 'base'), seenOf(u, 'mark')];
  const low = base.shot
    ? lowOf(u, 'base', base.shot)
    : mark.shot
      ? lowOf(u, 'mark', mark.shot)
      : base.angle
        ? lowOf(u, 'base', base.angle)
        : lowOf(u, 'mark', mark.angle);
  if (!low.ok) return low;
  if (low.value.low.line) return byPair(aim, a, { method: 'line-shots', top, ...low.value, distance: null });
  const distance = readReckoning(u);
  return distance.ok ? byPair(aim, a, { method: 'line-shots', top, ...low.value, distance: distance.value }) : distance;
};
