import { type BoardFeet, type Feet, type Inches, requireAbove } from '../../units';
import type { LogRule } from './define';

/**
 * Doyle rule: ((d − 4)/4)²·L, 0 for d ≤ 4. Short on small logs, long on large ones.
 * @param smallEnd diameter inside bark at the small end, inches, above 0
 * @param length feet, above 0
 * @returns board feet, not rounded
 * @throws DomainError `out-of-range`
 * @source Doyle (1825)
 * @example doyle(inches(16), feet(16)) // 144
 */
export function doyle(smallEnd: Inches, length: Feet): BoardFeet {
  requireAbove('small-end diameter', smallEnd);
  requireAbove('log length', length);
  return (smallEnd <= 4 ? 0 : ((smallEnd - 4) / 4) ** 2 * length) as BoardFeet;
}

export const doyleRule: LogRule = { name: 'Doyle', short: 'Doyle', boardFeet: doyle };
