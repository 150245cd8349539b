import { useCallback, useState } from 'react';
import { bookStore } from '../../field/book-store';
import { TALLY_ACTIONS } from './tally-actions';

/** Something that was done here and can be taken back. */
export interface Done {
  readonly what: 'call' | 'change' | 'strike';
  readonly tree: string;
  /** The version that was made. */
  readonly version: string;
}

/** What was done on this page, the last first. */
export function useUndo() {
  const [done, setDone] = useState<readonly Done[]>([]);
  const [refusal, setRefusal] = useState<string | null>(null);
  const did = useCallback((d: Done) => {
    setRefusal(null);
    setDone((all) => [...all, d]);
  }, []);
  /** Takes one thing back, unless somebody went on from it. */
  const take = (d: Done) => {
    setDone((all) => all.filter((o) => o.version !== d.version));
    const { book } = bookStore.snapshot();
    const now = book.find('tree', d.tree);
    if (d.what !== 'strike' && !(now?.latest.id === d.version && now.heads.length === 1)) {
      setRefusal(
        (now?.heads.length ?? 0) > 1
          ? 'Another device changed this tree at the same time. Both changes stay: correct the line, or strike it out.'
          : `Tree ${now?.body.tag ?? ''} was changed since, here or on another device: it stays as it is now. Correct its line, or strike it out.`,
      );
      return;
    }
    if (d.what === 'call' && (book.tree(d.tree)?.visits.length ?? 0) > 0) {
      setRefusal(`Tree ${now?.body.tag ?? ''} was measured since: strike it out if it is none.`);
      return;
    }
    setRefusal(null);
    TALLY_ACTIONS.takeBack(d.version);
  };
  const undo = () => {
    const d = done.at(-1);
    if (d) take(d);
  };
  return { did, take, undo, can: done.length > 0, refusal };
}
