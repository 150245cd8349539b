import type { AnyRecord } from '../contract/envelope';

const KEY = 'arbolito.journal';

/**
 * Records on their way into the local store. The store answers a moment later; this is written before the key is up,
 * so a page that goes away in between loses nothing: what stands here is stored at the next opening.
 */
export function journalled(): AnyRecord[] {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '[]') as AnyRecord[];
  } catch {
    return [];
  }
}

/** @returns whether it is written: some browsers have no room or no permission here */
export function enterInJournal(records: readonly AnyRecord[]): boolean {
  try {
    localStorage.setItem(KEY, JSON.stringify([...journalled(), ...records]));
    return true;
  } catch {
    return false;
  }
}

export function strikeFromJournal(records: readonly AnyRecord[]): void {
  const stored = new Set(records.map((r) => r.id));
  const left = journalled().filter((r) => !stored.has(r.id));
  try {
    if (left.length === 0) localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, JSON.stringify(left));
  } catch {}
}
