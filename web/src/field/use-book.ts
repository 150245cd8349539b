import { useSyncExternalStore } from 'react';
import { type BookState, bookStore } from './book-store';

/** The book as it stands on this device. */
export const useBook = (): BookState => useSyncExternalStore(bookStore.subscribe, bookStore.snapshot, bookStore.serverSnapshot);
