import { type Feet, requireAbove, requireFrom } from '../units';

export interface LogSettings {
  /** Nominal length of a whole log, feet; a half log is half of it. */
  readonly length: Feet;
  /** Extra length every piece needs, a half log its own, feet. */
  readonly trim: Feet;
  /** What happens to an odd end: `down` to the half log, or to the `nearest` (ties up). */
  readonly oddEnd: 'down' | 'nearest';
}

/**
 * How many logs and half logs a merchantable length holds. Whole logs first, then at most one half log.
 * @param merchantableLength from the stump to the merchantable top, feet, above 0
 * @param settings log length, trim, rounding of the odd end
 * @returns logs, a multiple of ½, from 0
 * @throws DomainError `out-of-range`
 * @source US timber practice, 16-ft logs in halves
 * @example merchantableLogs(feet(42), { length: feet(16), trim: feet(0.3), oddEnd: 'down' }) // 2.5
 */
export function merchantableLogs(merchantableLength: Feet, settings: LogSettings): number {
  requireAbove('merchantable length', merchantableLength);
  requireAbove('log length', settings.length);
  requireFrom('trim', settings.trim);
  const whole = settings.length + settings.trim;
  const half = settings.length / 2 + settings.trim;
  // metres to feet and back leaves 1e-15: a stem cut exactly to two logs holds two
  const slack = 1e-9 * merchantableLength;
  const logs = Math.floor((merchantableLength + slack) / whole);
  const rest = merchantableLength - logs * whole;
  if (settings.oddEnd === 'down') return logs + (rest + slack >= half ? 0.5 : 0);
  if (rest + slack >= (half + whole) / 2) return logs + 1;
  return logs + (rest + slack >= half / 2 ? 0.5 : 0);
}
