import { type BoardFeet, type Feet, type Inches, requireAbove } from '../../units';
import type { LogRule } from './define';

/**
 * Scribner rule, formula form: (0.79d² − 2d − 4)·L/16; a negative result counts 0.
 * @param smallEnd diameter inside bark at the small end, inches, above 0
 * @param length feet, above 0
 * @returns board feet, not rounded (the published decimal table differs in places)
 * @throws DomainError `out-of-range`
 * @source formula fitted to Scribner's diagrams (1846)
 * @example scribner(inches(20), feet(16)) // 272
 */
export function scribner(smallEnd: Inches, length: Feet): BoardFeet {
  requireAbove('small-end diameter', smallEnd);
  requireAbove('log length', length);
  return Math.max(0, ((0.79 * smallEnd * smallEnd - 2 * smallEnd - 4) * length) / 16) as BoardFeet;
}

export const scribnerRule: LogRule = { name: 'Scribner', short: 'Scr', boardFeet: scribner };
