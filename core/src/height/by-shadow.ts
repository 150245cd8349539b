import { type Answer, answer, type Metres, noAnswer, type Radians, requireAbove, requireFinite, requireFrom } from '../units';

/** A staff or a person, and the shadow it casts in the same minute on level ground. */
export interface ShadowReference {
  readonly height: Metres;
  readonly shadow: Metres;
}

/**
 * Height by the tree's shadow and that of something of known height.
 * @param shadow from the bark to the shadow of the tip, along the ground, metres, above 0
 * @param diameter of the stem, metres, from 0: the shadow begins at the bark, the tree at its axis
 * @param reference height and shadow in the same minute, on level ground
 * @param slope of the ground under the tree's shadow, radians, positive where it rises away from the tree
 * @returns metres; no answer where the sun lies in the plane of the slope or under it
 * @throws DomainError `out-of-range`, `not-finite`
 * @source x = shadow + d/2; H = x·cos γ·tan e + x·sin γ with tan e = h_ref/shadow_ref
 * @example byShadow(metres(20), metres(0), { height: metres(1.5), shadow: metres(3) }, radians(0)).value // 10
 */
export function byShadow(shadow: Metres, diameter: Metres, reference: ShadowReference, slope: Radians): Answer<Metres> {
  requireAbove('shadow of the tree', shadow);
  requireFrom('diameter', diameter);
  requireAbove('reference height', reference.height);
  requireAbove('reference shadow', reference.shadow);
  requireFinite('slope', slope);
  const x = shadow + diameter / 2;
  const height = x * Math.cos(slope) * (reference.height / reference.shadow) + x * Math.sin(slope);
  // a sun along the slope leaves a rounding error of a height, not a height
  if (!(height > 1e-9 * x)) return noAnswer('sun-in-slope', 'The sun lies in the plane of this slope: no shadow can end here.');
  return answer(height as Metres);
}
