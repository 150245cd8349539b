import { type BoardFeet, type Feet, type Inches, requireAbove } from '../../units';
import type { LogRule } from './define';

const SECTION = 4;
const TAPER = 0.5;

/**
 * International ¼-inch rule: 4-ft sections of 0.905·(0.22d² − 0.71d), growing ½ in a section from the small end,
 * a part-section in proportion. A section too small to yield a board counts 0.
 * @param smallEnd diameter inside bark at the small end, inches, above 0
 * @param length feet, above 0
 * @returns board feet, not rounded to the nearest 5
 * @throws DomainError `out-of-range`
 * @source Clark (1906), ¼-inch kerf: 0.905 of the ⅛-inch rule
 * @example international(inches(12), feet(10)).toFixed(1) // '56.7'
 */
export function international(smallEnd: Inches, length: Feet): BoardFeet {
  requireAbove('small-end diameter', smallEnd);
  requireAbove('log length', length);
  let sum = 0;
  for (let from = 0; from < length; from += SECTION) {
    const d = smallEnd + TAPER * (from / SECTION);
    const share = Math.min(SECTION, length - from) / SECTION;
    sum += Math.max(0, 0.905 * (0.22 * d * d - 0.71 * d)) * share;
  }
  return sum as BoardFeet;
}

export const internationalRule: LogRule = { name: 'International ¼', short: 'Int', boardFeet: international };
