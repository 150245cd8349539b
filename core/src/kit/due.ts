import { DomainError } from '../units';

/** A body and its boots change: marks and reach are taken again after a year. */
export const GOOD_FOR_DAYS = 365;

export interface Due {
  readonly state: 'good' | 'soon' | 'due';
  /** Days until it is due; below 0 since then. */
  readonly days: number;
}

/**
 * Whether something taken on a day is due again.
 * @param taken a date as 2026-05-11
 * @param today the same
 * @param goodFor days it is good for
 * @returns good, soon (in the last 30 days) or due
 * @throws DomainError `not-a-date`
 * @example dueOn('2026-01-01', '2026-01-11').days // 355
 */
export function dueOn(taken: string, today: string, goodFor: number = GOOD_FOR_DAYS): Due {
  const days = goodFor - (dayNumber(today) - dayNumber(taken));
  return { state: days <= 0 ? 'due' : days <= 30 ? 'soon' : 'good', days };
}

/**
 * Years between two days, 365.25 days each.
 * @param from a date as 2026-05-11
 * @param to another, later or earlier
 * @returns years, below 0 where `to` is the earlier
 * @throws DomainError `not-a-date`
 * @example yearsBetween('2023-01-01', '2024-01-01') // 0.9993155373032169
 */
export function yearsBetween(from: string, to: string): number {
  return (dayNumber(to) - dayNumber(from)) / 365.25;
}

/** Days since 1970-01-01 by the calendar alone: no clock, no zone. @source civil-from-days arithmetic, H. Hinnant 2013 */
function dayNumber(date: string): number {
  const m = /^(\d{4})-(\d{2})-(\d{2})$/.exec(date);
  if (!m) throw new DomainError('not-a-date', 'date', date, 'a date as 2026-05-11');
  const month = Number(m[2]);
  const year = Number(m[1]) - (month <= 2 ? 1 : 0);
  const era = Math.floor(year / 400);
  const ofEra = year - era * 400;
  const ofYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + Number(m[3]) - 1;
  return era * 146097 + ofEra * 365 + Math.floor(ofEra / 4) - Math.floor(ofEra / 100) + ofYear - 719468;
}
