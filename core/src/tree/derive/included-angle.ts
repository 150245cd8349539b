import type { AngleReading } from '../../reading/index';
import { othersOf } from '../gather';
import { type Aim, type Setup, seenOf } from '../setup';
import type { Way } from './define';
import { byPair, lowOf, NO_LOW, readReckoning } from './sighted';

/** One angle between base and target. */
export const includedAngle: Way = (aim, a) => {
  const { u } = a;
  const read = u.s.included ? includedOf(u, aim) : undefined;
  if (!read) return null;
  const [base, mark] = [seenOf(u, 'base'), seenOf(u, 'mark')];
  const { included: top, angle, shot } = seenOf(u, aim);
  // what another sight to the target stands on is not what this angle opened from, unless somebody says so
  const overMark = read.over === 'mark' || (read.over === undefined && !base.angle && !base.shot && !angle && !shot);
  const low = overMark ? lowOf(u, 'mark', mark.angle ?? mark.shot) : lowOf(u, 'base', base.angle ?? base.shot);
  if (!low.ok) return low.code === 'no-base' ? NO_LOW : low;
  if (!top) return NO_LOW;
  const distance = readReckoning(u);
  const line = Boolean(low.value.low.line);
  if (!distance.ok && !line) return distance;
  return byPair(aim, a, { method: 'included-angle', top, ...low.value, distance: distance.ok && !line ? distance.value : null });
};

/** The included angle at a target, as it was read. */
function includedOf(u: Setup, aim: Aim): AngleReading | undefined {
  const shots = aim.startsWith('point:')
    ? othersOf(u.s, 'angle').filter((r) => `point:${r.name ?? 'point'}` === aim)
    : (u.s.angles.get(aim as AngleReading['target']) ?? []);
  return shots.findLast((r) => r.included);
}
