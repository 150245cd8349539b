import { useCallback, useLayoutEffect, useRef } from 'react';

/**
 * A function that stays the same from draw to draw and does what the one it was last given does: handed to a part that is
 * drawn again only when something of its own changed.
 */
export function useSteady<A extends readonly unknown[], R>(does: (...args: A) => R): (...args: A) => R {
  const now = useRef(does);
  useLayoutEffect(() => {
    now.current = does;
  });
  return useCallback((...args: A) => now.current(...args), []);
}
