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

let query: MediaQueryList | null = null;
/** One list for the whole page: it is asked at every redraw. */
function desk(): MediaQueryList {
  query ??= matchMedia('(min-width: 60rem)');
  return query;
}

const isDesk = () => desk().matches;
const unknownOnServer = () => false;
function whenChanged(changed: () => void) {
  desk().addEventListener('change', changed);
  return () => desk().removeEventListener('change', changed);
}

/** Whether there is room for three columns: the same limit as the style sheet's `desk`. */
export const useDesk = (): boolean => useSyncExternalStore(whenChanged, isDesk, unknownOnServer);
