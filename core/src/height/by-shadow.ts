import { type Answer, answer, type Metres, noAnswer, type Radians, requireFinite, requireFrom, requireLength } from '../units';
import { type LeaningStem, PLUMB } from './leaning';

/** A staff or a person, and the shadow it casts in the same minute. */
export interface ShadowReference {
  readonly height: Metres;
  readonly shadow: Metres;
  /** Whether its shadow lies on the same even slope as the tree's; on level ground when left out. */
  readonly onSlope?: boolean;
}

/**
 * Height by the tree's shadow and that of something of known height.
 * @param shadow from the bark to the shadow of the target, along the ground, straight from the stem, metres, above 0
 * @param diameter of the stem, metres, from 0: the shadow begins at the bark, the tree at its axis
 * @param reference height and shadow in the same minute
 * @param slope of the ground under the tree's shadow, radians, positive where it rises away from the tree
 * @param stem a lean, its direction counted from the way the shadow falls
 * @returns metres; no answer where the sun lies in the plane of the slope or under it
 * @throws DomainError `out-of-range`, `not-finite`
 * @source x = shadow + d/(2·cos γ); with c = tan e: x = H·√((k·cos β + (1 − k·cos β·tan γ)/(c + tan γ))²/cos² γ + (k·sin β)²)
 * @example byShadow(metres(20), metres(0), { height: metres(1.5), shadow: metres(3) }, radians(0)).value // 10
 */
export function byShadow(
  shadow: Metres,
  diameter: Metres,
  reference: ShadowReference,
  slope: Radians,
  stem: LeaningStem = PLUMB,
): Answer<Metres> {
  requireLength('shadow of the tree', shadow);
  requireFrom('diameter', diameter);
  requireLength('reference height', reference.height);
  requireLength('reference shadow', reference.shadow);
  requireFinite('slope', slope);
  const [sin, cos] = [Math.sin(slope), Math.cos(slope)];
  const x = shadow + diameter / 2 / cos;
  const seen = reference.height / reference.shadow;
  // the sun's height over level, and over the ground
  const sun = reference.onSlope ? (seen - sin) / cos : seen;
  const over = sun + sin / cos;
  // a sun along the slope leaves a rounding error of a height, not a height
  if (!(over > 1e-9) || !(sun > 0)) return noAnswer('sun-in-slope', 'The sun lies in the plane of this slope: no shadow can end here.');
  const k = Math.tan(stem.angle);
  const [along, aside] = [k * Math.cos(stem.direction), k * Math.sin(stem.direction)];
  const reach = Math.hypot((along + (1 - (along * sin) / cos) / over) / cos, aside);
  if (!(reach > 1e-9)) return noAnswer('along-the-lean', 'The sun shines along the leaning stem: its shadow tells no height.');
  return answer((x / reach) as Metres);
}
