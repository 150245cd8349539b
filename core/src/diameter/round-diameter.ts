import { fromMetres, type LengthUnit, type Metres, requireAbove, toMetres } from '../units';
import { byCircumference } from './by-circumference';
import { type RoundingRule, roundReading } from './round-reading';

/** What a protocol rounds, and in which unit. */
export type DiameterRounding = RoundingRule & { readonly of: 'diameter' | 'circumference'; readonly unit: LengthUnit };

/**
 * A diameter as its protocol writes it down: rounded itself, or its circumference rounded.
 * @param diameter metres, above 0
 * @param rule what is rounded, step, unit and direction
 * @returns metres; 0 where a small diameter rounds away
 * @throws DomainError `out-of-range`
 * @example roundDiameter(metres(0.4139), { of: 'diameter', step: 0.1, unit: 'cm', direction: 'down' }) // 0.413
 */
export function roundDiameter(diameter: Metres, rule: DiameterRounding): Metres {
  requireAbove('diameter', diameter);
  const ofCircumference = rule.of === 'circumference';
  const read = fromMetres((ofCircumference ? diameter * Math.PI : diameter) as Metres, rule.unit);
  const rounded = toMetres(roundReading(read, rule), rule.unit);
  return ofCircumference && rounded > 0 ? byCircumference(rounded) : rounded;
}
