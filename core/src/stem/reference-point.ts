import { type Answer, answer, degreesToRadians, type Metres, metres, noAnswer } from '../units';
import type { MeasuredFrom, Trunk } from './trunk';

/** Lean as an angle toward the uphill side, radians: below 0 it hangs downhill. */
export function leanUphill(trunk: Trunk): number {
  if (!trunk.lean) return 0;
  return degreesToRadians(trunk.lean.angle) * (trunk.lean.toward === 'uphill' ? 1 : -1);
}

/**
 * Where along the stem heights begin, as an axis coordinate: 0 where the pith line meets the ground, up positive.
 * The reference is a level; heights start where the measuring line (axis, or the bark on the underside) crosses it.
 * @param trunk slope, lean and root flare count
 * @param from ground reference and measuring line
 * @param radius of the stem near the ground, metres
 * @param stumpHeight above the uphill ground, metres; null where the protocol names none
 * @returns metres along the axis
 * @source plane of the slope: uphill bark meets the ground r·sin φ/cos(λ + φ) above the pith's ground, λ toward uphill
 */
export function referencePoint(trunk: Trunk, from: MeasuredFrom, radius: number, stumpHeight: number | null): Answer<Metres> {
  const lean = leanUphill(trunk);
  const slope = degreesToRadians(trunk.slope ?? 0);
  const uphill = (radius * Math.sin(slope)) / Math.cos(lean + slope);
  let level: number;
  switch (from.reference) {
    case 'uphill':
      level = uphill;
      break;
    case 'mid-slope':
      level = 0;
      break;
    case 'root-flare':
      if (trunk.rootFlare === undefined)
        return noAnswer('no-root-flare', 'The protocol counts from the root flare: say how high it is above the ground.');
      level = trunk.rootFlare;
      break;
    case 'stump':
      if (stumpHeight === null) return noAnswer('no-stump', 'The protocol counts from the stump but names no stump height.');
      level = uphill + stumpHeight;
      break;
  }
  const under = from.along === 'underside' ? radius * Math.sin(Math.abs(lean)) : 0;
  return answer(metres((level + under) / Math.cos(lean)));
}
