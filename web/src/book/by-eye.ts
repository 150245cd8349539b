import type { TreeResult } from '@arbolito/core';
import { takenAs } from './taken-as';
import type { BookTree } from './tree';
import type { TreeRow } from './tree-row';
import { currentOf } from './versions';

/** Who called a tree's height by eye last; null where nobody with a name did. */
export const callerOf = ({ readings }: Pick<BookTree, 'readings'>): string | null =>
  callerIn(readings.findLast((e) => e.body?.read.kind === 'called-height'));
const callerIn = (called: BookTree['readings'][number] | undefined) => {
  const thing = currentOf(called);
  return thing && takenAs(thing).person;
};

/** A height called by eye against the measured one, with whose eye it was; null where there are not both. */
export function byEyeOf(tree: BookTree, result: TreeResult | undefined): TreeRow['byEye'] {
  const share = result?.told.called?.share ?? null;
  const person = share === null ? null : callerOf(tree);
  return share === null || person === null ? null : { person, share };
}
