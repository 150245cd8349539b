import { useCallback, useEffect, useState } from 'react';

export const DISPLAYS = ['day', 'sun', 'night'] as const;
export type Display = (typeof DISPLAYS)[number];

/** Which of the three displays is on; choosing another is remembered. */
export function useDisplay(): readonly [Display, (to: Display) => void] {
  const [display, setDisplay] = useState<Display>('day');
  useEffect(() => setDisplay((document.documentElement.dataset.display as Display | undefined) ?? 'day'), []);
  const choose = useCallback((to: Display) => {
    document.documentElement.dataset.display = to;
    try {
      localStorage.setItem('arbolito.display', to);
    } catch {}
    setDisplay(to);
  }, []);
  return [display, choose];
}
