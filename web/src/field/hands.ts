import { useSyncExternalStore } from 'react';
import { readJson, writeJson } from './device';

/** How this device is held and heard; never a measurement. */
export interface Hands {
  /** The pad's signs and actions lie under the left thumb. */
  readonly left: boolean;
  /** The screen stays on while something is measured. */
  readonly awake: boolean;
  /** A sound, and a movement of the device, for what is kept and another for what wants a second look. */
  readonly sound: boolean;
  readonly buzz: boolean;
  /** One calls, one records: what was kept is read back large, and what is read again hides the first reading. */
  readonly pair: boolean;
}

const KEY = 'arbolito.hands';
const USUAL: Hands = { left: false, awake: false, sound: false, buzz: false, pair: false };
let now: Hands | null = null;
const listeners = new Set<() => void>();

export const hands = (): Hands => {
  now ??= { ...USUAL, ...readJson<Partial<Hands>>(KEY) };
  return now;
};
export function setHands(change: Partial<Hands>): void {
  now = { ...hands(), ...change };
  writeJson(KEY, now);
  holdAs(now);
  for (const listener of listeners) listener();
}
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
export const useHands = (): Hands => useSyncExternalStore(subscribe, hands, () => USUAL);

/** The style sheet lays the pad out by this; display.js does the same before the first paint. */
function holdAs({ left }: Hands): void {
  if (left) document.documentElement.dataset.hand = 'left';
  else delete document.documentElement.dataset.hand;
}
