import type { SightedReference } from '../reading/index';
import { referencePoint, type Trunk, uphillLevel } from '../stem/index';
import type { ProtocolOptions } from '../survey/index';
import type { Metres } from '../units';

/** What is needed to count a height from another place on the ground. */
export interface GroundKnown {
  /** What somebody said of the trunk, its slope above all; null where nothing was said. */
  readonly trunk: Trunk | null;
  /** Of the stem, metres; null while it is not known. */
  readonly diameter: Metres | null;
  readonly protocol: ProtocolOptions;
}

/**
 * How high one ground reference lies over another, at this trunk.
 * @param from the reference a height was counted from
 * @param to the one it should be counted from
 * @param known slope and stem
 * @returns metres to add to the height; null where slope or stem are not known
 * @source plane of the slope, handbook of measuring: uphill and downhill ground lie r·tan φ over and under mid-slope
 */
export function stepBetween(from: SightedReference, to: SightedReference, known: GroundKnown): number | null {
  if (from === to) return 0;
  const [a, b] = [levelOf(from, known), levelOf(to, known)];
  return a === null || b === null ? null : a - b;
}

/** Level of a reference over the ground at mid-slope, metres. */
function levelOf(reference: SightedReference, { trunk, diameter, protocol }: GroundKnown): number | null {
  if (reference === 'mid-slope') return 0;
  const thick = diameter ?? trunk?.diameter ?? null;
  if (!trunk || trunk.slope === undefined || (thick === null && trunk.slope > 0))
    return reference === 'root-flare' && trunk?.rootFlare !== undefined ? trunk.rootFlare : null;
  const radius = (thick ?? 0) / 2;
  if (reference === 'downhill') return -uphillLevel({ ...trunk, lean: trunk.lean && { ...trunk.lean, angle: -trunk.lean.angle } }, radius);
  const at = referencePoint(
    { ...trunk, lean: undefined },
    { reference, along: 'axis' },
    radius,
    protocol.merchantable?.stumpHeight ?? null,
  );
  return at.ok ? at.value : null;
}
