import { requireAbove } from '../../units';

/** How classes are named: by their middle, a whole multiple of the width, or by their lower limit. */
export type ClassNames = 'middle' | 'lower-limit';

/** A width of a tenth and a diameter of tenths meet again only to the last digits; whatever lies so near a limit is on it. */
const ON_THE_LIMIT = 1e-9;

/**
 * The class a diameter falls into, by its name: [c − w/2, c + w/2) where named by the middle, [c, c + w) by the lower limit.
 * @param diameter in any unit, above 0
 * @param width of the classes, in the same unit, above 0
 * @returns the name of the class, in the same unit
 * @throws DomainError `out-of-range`
 * @example diameterClass(2.5, 1, 'middle') // 3
 */
export function diameterClass(diameter: number, width: number, names: ClassNames): number {
  requireAbove('diameter', diameter);
  requireAbove('width of a class', width);
  const at = diameter / width + (names === 'middle' ? 0.5 : 0);
  const index = Math.floor(at * (1 + ON_THE_LIMIT));
  // as people write it: 0.3, not 0.30000000000000004
  return Number((index * width).toPrecision(12));
}
