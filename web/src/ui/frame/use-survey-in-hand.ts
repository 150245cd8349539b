import { useEffect, useState } from 'react';
import type { Tab } from './ThumbIndex';

const KEY = 'arbolito.survey-in-hand';

/** The survey that was open last in this window: its pages stay in the index of the book's pages. At home none is open. */
export function useSurveyInHand(open: { readonly id: string } | null, tab: Tab): string | null {
  const [last, setLast] = useState<string | null>(null);
  const id = open?.id ?? null;
  useEffect(() => {
    try {
      if (id !== null) sessionStorage.setItem(KEY, id);
      setLast(tab === 'book' ? null : sessionStorage.getItem(KEY));
    } catch {}
  }, [id, tab]);
  return last;
}
