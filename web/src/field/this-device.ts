import { useSyncExternalStore } from 'react';

/** What is known of the device itself, beside its book. */
export interface ThisDevice {
  /** Whether every page is here, so that all open without a network; null before that is known or where it can't be. */
  readonly pagesHere: boolean | null;
  /** Takes the newer Arbolito that has come and waits; null without one. */
  readonly takeNewer: (() => void) | null;
  /** Asks the browser to install the book as an application; null where it does not offer that. */
  readonly install: (() => Promise<void>) | null;
  /** Bytes that may still be written and that are, as the browser guesses; null where it does not say. */
  readonly room: { readonly left: number; readonly used: number } | null;
  /** Whether the browser promised not to throw the book away when it needs room; null before it was asked. */
  readonly persists: boolean | null;
  /** Whether the pages are being looked after. */
  readonly watched: boolean;
}

const NOTHING: ThisDevice = { pagesHere: null, takeNewer: null, install: null, room: null, persists: null, watched: false };
let now = NOTHING;
const listeners = new Set<() => void>();

export const thisDevice = (): ThisDevice => now;
export function saidOfDevice(change: Partial<ThisDevice>): void {
  now = { ...now, ...change };
  for (const listener of listeners) listener();
}
export function onDevice(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
export const useThisDevice = (): ThisDevice => useSyncExternalStore(onDevice, thisDevice, () => NOTHING);

/** With less than this a day's readings may not all fit, bytes. */
const LITTLE_ROOM = 20_000_000;
/** Whether what is read may soon not be kept: said before it is so. */
export const isNearlyFull = ({ room }: ThisDevice): boolean => room !== null && room.left < LITTLE_ROOM;
