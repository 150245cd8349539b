import { readJson, writeJson } from './device';

/** How a device's clock went when the server last answered. */
export interface Clock {
  /** Seconds this device is ahead of the server. */
  readonly offBy: number;
  /** When that was, by this device. */
  readonly at: string;
}

const KEY = 'arbolito.clock';
/** The server's clock is said in whole seconds, and an answer takes its time: less than this is no difference, seconds. */
export const CLOCK_TOLERANCE = 60;

let last: Clock | null = null;
let unkept: Clock | null = null;
export const clockNow = (): Clock | null => {
  last ??= readJson<Clock>(KEY);
  return last;
};

/**
 * Compares this device's clock with the server's. A difference unlike the one before is put by until a record is made of it.
 * @param said the answer's own date, as HTTP has it; null where it has none
 * @param asked when it was asked for, and `now` when it came, milliseconds of this device
 */
export function compareClock(said: string | null, asked: number, now: number): void {
  const server = said === null ? Number.NaN : Date.parse(said);
  if (Number.isNaN(server)) return;
  const before = clockNow()?.offBy ?? 0;
  const offBy = Math.round(((asked + now) / 2 - server) / 1000);
  last = { offBy, at: new Date(now).toISOString() };
  writeJson(KEY, last);
  if (Math.abs(offBy - before) > CLOCK_TOLERANCE) unkept = last;
}

/** A difference that no record says yet; it is given once. */
export function takeUnkept(): Clock | null {
  const clock = unkept;
  unkept = null;
  return clock;
}
