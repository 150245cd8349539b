import { v7 } from 'uuid';
import type { Maker } from '../book/make-records';

/** Who makes records here and now. */
export const makerNow = (person: string | null): Maker => ({ device: deviceName(), person, now: new Date(), newId });

/** Minutes after midnight by this device's clock, to a tenth. */
export function minuteNow(): number {
  const now = new Date();
  return now.getHours() * 60 + now.getMinutes() + Math.round(now.getSeconds() / 6) / 10;
}

/** A time-ordered id for a new record. */
export const newId = (): string => v7();

/** This device's own name on its records. */
export function deviceName(): string {
  const known = readJson<string>('arbolito.device');
  if (typeof known === 'string') return known;
  const made = `device ${newId().slice(-12)}`;
  writeJson('arbolito.device', made);
  return made;
}

/** What the whole device remembers, or one tab until it is closed. */
const storage = (of: 'device' | 'tab') => (of === 'tab' ? sessionStorage : localStorage);

/** Local storage, which some browsers switch off: without it nothing is remembered, and nothing breaks. */
export function readJson<T>(key: string, of: 'device' | 'tab' = 'device'): T | null {
  try {
    return JSON.parse(storage(of).getItem(key) ?? 'null') as T | null;
  } catch {
    return null;
  }
}
export function writeJson(key: string, value: unknown, of: 'device' | 'tab' = 'device'): void {
  try {
    if (value === null) storage(of).removeItem(key);
    else storage(of).setItem(key, JSON.stringify(value));
  } catch {}
}
