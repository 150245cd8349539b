import type { Finding } from '@arbolito/core';
import { useEffect, useState } from 'react';
import { afterPaint } from '../../field/after-paint';

export const NONE: readonly Finding[] = [];

type Checks = typeof import('../../book/outcome').findingsOf;
let loaded: Checks | null = null;

/** How long until what could not be fetched is tried again. */
const AGAIN_MS = 5000;

/**
 * The checks, which come once the page stands: nothing is read before.
 * @param stands whether the book is open
 * @returns the checks, null until they are here; and whether they could not be fetched so far
 */
export function useChecks(stands: boolean): { readonly findingsOf: Checks | null; readonly missing: boolean } {
  const [checks, setChecks] = useState(() => loaded);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    if (checks || !stands) return;
    let here = true;
    let again: ReturnType<typeof setTimeout> | undefined;
    void afterPaint()
      .then(() => import('../../book/outcome'))
      .then((m) => {
        loaded = m.findingsOf;
        if (here) setChecks(() => loaded);
      })
      .catch(() => {
        if (here) again = setTimeout(() => setTries(tries + 1), tries === 0 ? 0 : AGAIN_MS);
      });
    return () => {
      here = false;
      clearTimeout(again);
    };
  }, [checks, stands, tries]);
  return { findingsOf: checks, missing: checks === null && tries > 0 };
}
