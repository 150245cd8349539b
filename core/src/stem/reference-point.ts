import { type Answer, answer, degreesToRadians, type Metres, metres, noAnswer } from '../units';
import type { MeasuredFrom, Trunk } from './trunk';

/**
 * A trunk in the plane of its lean, radians: lean positive to the right, and the slope that rises to the right there.
 * A stem that leans along the slope is seen along the contour; one that leans across it is seen from below, where the
 * ground is level and the uphill side lies behind.
 */
export function inPlane(trunk: Trunk): { readonly lean: number; readonly slope: number; readonly across: boolean } {
  const slope = degreesToRadians(trunk.slope ?? 0);
  const angle = degreesToRadians(trunk.lean?.angle ?? 0);
  if (trunk.lean?.toward === 'across') return { lean: angle, slope: 0, across: true };
  return { lean: trunk.lean?.toward === 'downhill' ? -angle : angle, slope, across: false };
}

/** Level of the ground on the uphill side of a stem above where its pith meets the ground, metres. */
export function uphillLevel(trunk: Trunk, radius: number): number {
  const { lean, slope, across } = inPlane(trunk);
  return across ? radius * Math.tan(degreesToRadians(trunk.slope ?? 0)) : (radius * Math.sin(slope)) / Math.cos(lean + slope);
}

/**
 * Where along the stem heights begin, as an axis coordinate: 0 where the pith line meets the ground, up positive.
 * The reference is a level; heights start where the measuring line (axis, or the bark on the underside) crosses it.
 * @param trunk slope, lean and root flare count
 * @param from ground reference and measuring line
 * @param radius of the stem near the ground, metres
 * @param stumpHeight above the uphill ground, metres; null where the protocol names none
 * @returns metres along the axis
 * @source plane of the slope: uphill bark meets the ground r·sin φ/cos(λ + φ) above the pith's ground, λ toward uphill;
 * of a stem that leans across the slope r·tan φ
 */
export function referencePoint(trunk: Trunk, from: MeasuredFrom, radius: number, stumpHeight: number | null): Answer<Metres> {
  const { lean } = inPlane(trunk);
  const uphill = uphillLevel(trunk, radius);
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
