import { readJson, writeJson } from './device';

/** How a device's clock went when the server last answered. */
export interface Clock {
  /** Seconds this device is ahead of the server. */
  readonly offBy: number;
  /** When that was, by this device. */
  readonly at: string;
}

const KEY = 'arbolito.clock';
/** Seconds that the last record said. */
const SAID = 'arbolito.clock-said';
/** The server's clock is said in whole seconds, and an answer takes its time: less than this is no difference, seconds. */
export const CLOCK_TOLERANCE = 60;

let last: Clock | null = null;
export const clockNow = (): Clock | null => {
  last ??= readJson<Clock>(KEY);
  return last;
};

/**
 * Compares this device's clock with the server's.
 * @param said the answer's own date, as HTTP has it; null where it has none
 * @param asked when it was asked for, and `now` when it came, milliseconds of this device
 */
export function compareClock(said: string | null, asked: number, now: number): void {
  const server = said === null ? Number.NaN : Date.parse(said);
  if (Number.isNaN(server)) return;
  last = { offBy: Math.round(((asked + now) / 2 - server) / 1000), at: new Date(now).toISOString() };
  writeJson(KEY, last);
}

/** How the clock goes, where that is another difference than the last record says, however slowly it came to it; given once. */
export function takeUnkept(): Clock | null {
  if (last === null || Math.abs(last.offBy - (readJson<number>(SAID) ?? 0)) <= CLOCK_TOLERANCE) return null;
  writeJson(SAID, last.offBy);
  return last;
}
