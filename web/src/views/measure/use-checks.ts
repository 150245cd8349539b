import type { Finding } from '@arbolito/core';
import { useEffect, useState } from 'react';
import { afterPaint } from '../../field/after-paint';
import { readJson, writeJson } from '../../field/device';

export const NONE: readonly Finding[] = [];

type Checks = typeof import('../../book/outcome').findingsOf;
let loaded: Checks | null = null;

/** How long until what could not be fetched is tried again. */
const AGAIN_MS = 5000;
/** A page is loaded anew for it at most so often. */
const RELOAD_MS = 60_000;
const RELOADED = 'arbolito.reloaded-for-checks';

/**
 * The checks, which come once the page stands: nothing is read before.
 * A browser remembers that a part of the page could not be fetched: once the server answers the page is loaded anew, while
 * nobody types. What is read is on the disk, and the place is remembered.
 * @param stands whether the book is open
 * @param idle whether nothing is typed
 * @returns the checks, null until they are here; and whether they could not be fetched so far
 */
export function useChecks(stands: boolean, idle: boolean): { readonly findingsOf: Checks | null; readonly missing: boolean } {
  const [checks, setChecks] = useState(() => loaded);
  /** The address that could not be fetched. */
  const [failed, setFailed] = useState<string | null>(null);
  useEffect(() => {
    if (checks || !stands) return;
    let here = true;
    void afterPaint()
      .then(() => import('../../book/outcome'))
      .then((m) => {
        loaded = m.findingsOf;
        if (here) setChecks(() => loaded);
      })
      .catch((e: Error) => here && setFailed(/https?:\S+/.exec(e.message)?.[0] ?? location.href));
    return () => {
      here = false;
    };
  }, [checks, stands]);
  useEffect(() => {
    if (failed === null || !idle) return;
    const timer = setInterval(() => void reloadOnceThere(failed), AGAIN_MS);
    return () => clearInterval(timer);
  }, [failed, idle]);
  return { findingsOf: checks, missing: checks === null && failed !== null };
}

async function reloadOnceThere(address: string): Promise<void> {
  const before = readJson<number>(RELOADED, 'tab') ?? 0;
  if (Date.now() - before < RELOAD_MS) return;
  const answer = await fetch(address, { method: 'HEAD', cache: 'no-store' }).catch(() => null);
  if (!answer?.ok) return;
  writeJson(RELOADED, Date.now(), 'tab');
  location.reload();
}
