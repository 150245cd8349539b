import { useMemo } from 'react';

/**
 * A part of what is shown, the same object as long as every field of it is: whoever is given it alone need not be drawn
 * again because something else has changed.
 */
export function useSame<T extends object>(part: T): T {
  // biome-ignore lint/correctness/useExhaustiveDependencies: its fields are what it depends on, all of them and nothing else
  return useMemo(() => part, Object.values(part));
}
