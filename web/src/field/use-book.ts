import { useSyncExternalStore } from 'react';
import type { BookState } from './book-state';
import { bookStore } from './book-store';

/**
 * What is asked for of the book as it stands on this device; whoever asks is drawn again when that changes, and not before.
 * @param of a part of the state, the same as long as nothing of it changes
 */
export function useBook<T>(of: (state: BookState) => T): T {
  return useSyncExternalStore(
    bookStore.subscribe,
    () => of(bookStore.snapshot()),
    () => of(bookStore.serverSnapshot()),
  );
}

/** Everything: for what shows how the records stand. */
export const useBookState = (): BookState => useBook((s) => s);
