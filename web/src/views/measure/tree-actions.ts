import type { Finding } from '@arbolito/core';
import type { Said } from '../../book/asked';
import { freeCode } from '../../book/free-code';
import { type Maker, makeRecord, retractionOf, strikeOutOf } from '../../book/make-records';
import type { AnyRecord } from '../../contract/envelope';
import { bookStore } from '../../field/book-store';
import { changeThing } from '../../field/change-thing';
import { speciesUsed } from '../../field/preferences';
import type { Now, Setters } from './now';

interface Doing {
  readonly setHand: Setters['setHand'];
  readonly maker: () => Maker;
  readonly keep: (records: readonly AnyRecord[]) => void;
}

/** What is said of a tree itself; before its first reading only what names and places it. */
export interface TreeChange extends Partial<Said> {
  readonly tag?: string;
  readonly species?: string | null;
  readonly product?: string | null;
  readonly plot?: string | null;
}

/** What is done to the tree itself and to what was read of it, beside reading. */
export function treeActions(now: () => Now, { setHand, maker, keep }: Doing) {
  const setTree = (change: TreeChange) => {
    const { found } = now().t;
    if (change.species) speciesUsed([change.species]);
    if (found) changeThing(maker(), 'tree', found.id, change);
    else setHand((p) => ({ ...p, ...change }));
  };

  /** A species that was not in the book yet, for this tree and all later ones. */
  const addSpecies = (name: string, crown: 'conifer' | 'broad') => {
    const codes = bookStore
      .snapshot()
      .book.all('species')
      .map((s) => s.body.code);
    const made = makeRecord(maker(), 'species', { code: freeCode(name, codes), name, latin: null, figures: { crown } });
    keep([made as AnyRecord]);
    setTree({ species: made.id });
  };

  /** Takes a thing out of the book with all that is part of it, or one of its strike-outs back. */
  const strikeOut = (entity: string, reason: string) =>
    keep([strikeOutOf(maker(), bookStore.snapshot().book, entity, reason) as AnyRecord]);
  const bringBack = (strike: string) => keep([retractionOf(maker(), strike, 'brought back') as AnyRecord]);

  /** A doubt was looked at and is right: it is not said again for as long as the same is read. */
  const confirm = ({ code, what }: Finding) =>
    keep([makeRecord(maker(), 'confirmation', { tree: now().hand.tree, code, what }) as AnyRecord]);

  return { setTree, addSpecies, strikeOut, bringBack, confirm };
}
