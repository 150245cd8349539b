const FULL = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' });
const WITHIN = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', timeZone: 'UTC' });

/**
 * A day as people write it, without its year where that is the one of today.
 * @param day as 2026-03-09
 * @param today likewise
 */
export const sayDate = (day: string, today: string): string =>
  (day.slice(0, 4) === today.slice(0, 4) ? WITHIN : FULL).format(new Date(`${day}T00:00:00Z`));
