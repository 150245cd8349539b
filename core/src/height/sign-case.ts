import type { Tangent } from '../units';

export type SignCase = 'eye-between' | 'eye-below-base' | 'eye-above-top';

/**
 * Which of the three situations two sightings describe: it decides whether their magnitudes add or subtract.
 * @param top tangent of the upper sight
 * @param base tangent of the lower sight
 * @returns `eye-between` (they add; a level sight belongs here), `eye-below-base` or `eye-above-top` (they subtract)
 * @example signCase(tangent(0.95), tangent(0.12)) // 'eye-below-base'
 */
export function signCase(top: Tangent, base: Tangent): SignCase {
  if (base > 0 && top > 0) return 'eye-below-base';
  return base < 0 && top < 0 ? 'eye-above-top' : 'eye-between';
}
