import { useCallback, useEffect, useState } from 'react';

export const DISPLAYS = ['day', 'sun', 'night'] as const;
export type Display = (typeof DISPLAYS)[number];

/** Which of the three displays is on; changing it is remembered. */
export function useDisplay(): readonly [Display, () => void] {
  const [display, setDisplay] = useState<Display>('day');
  useEffect(() => setDisplay((document.documentElement.dataset.display as Display | undefined) ?? 'day'), []);
  const next = useCallback(() => {
    const to = DISPLAYS[(DISPLAYS.indexOf(display) + 1) % DISPLAYS.length] as Display;
    document.documentElement.dataset.display = to;
    try {
      localStorage.setItem('arbolito.display', to);
    } catch {}
    setDisplay(to);
  }, [display]);
  return [display, next];
}
