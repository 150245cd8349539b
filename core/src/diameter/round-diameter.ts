import { fromMetres, type LengthUnit, type Metres, requireAbove, toMetres } from '../units';
import { byCircumference } from './by-circumference';
import { type RoundingRule, roundReading } from './round-reading';

/** What a protocol rounds, and in which unit. */
export type DiameterRounding = RoundingRule & { readonly of: 'diameter' | 'circumference'; readonly unit: LengthUnit };

/** A diameter was read, and the protocol has a rule for girths alone: it stays on the graduation of a diameter tape. */
const OF_A_DIAMETER: Readonly<Record<'metric' | 'us', DiameterRounding>> = {
  metric: { of: 'diameter', step: 0.1, unit: 'cm', direction: 'nearest' },
  us: { of: 'diameter', step: 0.1, unit: 'in', direction: 'nearest' },
};

/**
 * The rule by which a figure is rounded: what was read as a girth by the protocol's rule for girths, what was read as a
 * diameter as the diameter it is.
 * @param rule the protocol's
 * @param girth whether a girth was read
 * @returns the rule itself, or for a diameter under a rule for girths the nearest graduation of a diameter tape
 * @example roundingOf({ of: 'circumference', step: 1, unit: 'cm', direction: 'up' }, false).step // 0.1
 */
export function roundingOf(rule: DiameterRounding, girth: boolean): DiameterRounding {
  if (rule.of === 'diameter' || girth) return rule;
  return OF_A_DIAMETER[rule.unit === 'in' || rule.unit === 'ft' ? 'us' : 'metric'];
}

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
