import { readJson, writeJson } from './device';

/** Work that stood still for longer was a pause. */
const PAUSE_MS = 10 * 60_000;
const KEY = 'arbolito.plot-time';

type Times = Readonly<Record<string, { readonly spent: number; readonly last: number }>>;
const times = (): Times => readJson<Times>(KEY) ?? {};

/** Something was done on a plot now. */
export function workedOn(plot: string, now = Date.now()): void {
  const all = times();
  const before = all[plot];
  const gap = before ? now - before.last : 0;
  const spent = (before?.spent ?? 0) + (gap > 0 && gap < PAUSE_MS ? gap : 0);
  writeJson(KEY, { ...all, [plot]: { spent, last: now } });
}

/** Minutes that this device worked on a plot, pauses left out; null where it did not. */
export function minutesOn(plot: string): number | null {
  const spent = times()[plot]?.spent ?? 0;
  return spent > 0 ? Math.round(spent / 6000) / 10 : null;
}

/** What was kept with the plot need not be remembered here. */
export function forgetTime(plot: string): void {
  const { [plot]: _, ...rest } = times();
  writeJson(KEY, Object.keys(rest).length === 0 ? null : rest);
}
