import { requireAbove } from '../units';

export interface RoundingRule {
  /** Step in the unit of the reading, above 0. */
  readonly step: number;
  readonly direction: 'nearest' | 'down' | 'up';
}

/**
 * A reading rounded as its protocol says, as the decimal figure it is read as; ties go up.
 * @param value the reading, in its own unit
 * @param rule step and direction
 * @returns the rounded reading, in the same unit
 * @throws DomainError `out-of-range`
 * @example roundReading(23.45, { step: 0.1, direction: 'nearest' }) // 23.5
 * @example roundReading(41.37, { step: 0.1, direction: 'down' }) // 41.3
 */
export function roundReading(value: number, rule: RoundingRule): number {
  requireAbove('reading', value);
  requireAbove('rounding step', rule.step);
  // the figure a person sees is decimal: 23.45/0.1 is 234.49999999999997 in binary and means 234.5
  const binary = value / rule.step;
  const half = Math.round(2 * binary) / 2;
  const steps = Math.abs(binary - half) < 1e-11 * Math.max(1, binary) ? half : binary;
  const n = rule.direction === 'nearest' ? Math.floor(steps + 0.5) : rule.direction === 'down' ? Math.floor(steps) : Math.ceil(steps);
  // steps are decimal: 413/10 is the nearest double to 41.3, while 413·0.1 is not
  const perUnit = Math.round(1 / rule.step);
  return Math.abs(perUnit * rule.step - 1) < 1e-12 ? n / perUnit : n * rule.step;
}
