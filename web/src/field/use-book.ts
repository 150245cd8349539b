import { useCallback, useRef, useSyncExternalStore } from 'react';
import type { Book } from '../book/book';
import type { Stated } from '../book/things';
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

/**
 * A list out of the book, the same list as long as its members are the same: whoever shows species is not drawn again
 * because a tree was kept.
 */
export function useListOf<T>(of: (book: Book) => readonly T[]): readonly T[] {
  const last = useRef<{ readonly book: Book; readonly of: typeof of; readonly list: readonly T[] } | null>(null);
  return useBook(({ book }) => {
    const known = last.current;
    if (known?.book === book && known.of === of) return known.list;
    const found = of(book);
    const same = known && known.list.length === found.length && found.every((v, i) => v === known.list[i]);
    last.current = { book, of, list: same ? known.list : found };
    return last.current.list;
  });
}

/** Every species of the book. */
export const allSpecies = (book: Book): readonly Stated<'species'>[] => book.all('species');
/** The plots of a survey. */
export function usePlotsOf(survey: string): readonly Stated<'plot'>[] {
  return useListOf(useCallback((book: Book) => book.partsOf(survey, 'plot'), [survey]));
}

/** Everything: for what shows how the records stand. */
export const useBookState = (): BookState => useBook((s) => s);
