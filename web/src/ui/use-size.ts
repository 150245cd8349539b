import { useLayoutEffect, useRef, useState, useSyncExternalStore } from 'react';

/** The size of an element, followed as it changes. */
export function useSize<E extends HTMLElement>() {
  const ref = useRef<E>(null);
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const measure = () => setSize({ width: element.clientWidth, height: element.clientHeight });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, size] as const;
}

const DESK = '(min-width: 60rem)';

/** Whether there is room for three columns: the same limit as the style sheet's `desk`. */
export function useDesk(): boolean {
  return useSyncExternalStore(
    (changed) => {
      const query = matchMedia(DESK);
      query.addEventListener('change', changed);
      return () => query.removeEventListener('change', changed);
    },
    () => matchMedia(DESK).matches,
    () => false,
  );
}
