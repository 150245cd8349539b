import type { ProtocolOptions } from '@arbolito/core';
import { conflictsIn, sayConflicts } from './conflict-words';
import { inShort } from './in-short';
import type { JudgedPlot } from './on-plot';
import type { BookTree } from './tree';

const texts = new WeakMap<object, string>();
/** What never changes, in short: the same for two that say the same. Of what many trees share it is looked at once. */
export function shortOf(shared: object): string {
  const known = texts.get(shared);
  if (known !== undefined) return known;
  const text = inShort(JSON.stringify(shared));
  texts.set(shared, text);
  return text;
}

/** Everything that the rows of a tree follow from, in short. */
export function fromOf(
  tree: BookTree,
  species: string | null,
  protocol: ProtocolOptions,
  plot: JudgedPlot | null,
  caller: string | null,
): string {
  const { record, visits, readings, confirmed } = tree;
  // all that is said of the tree itself stands in its body, what was called of it too
  const self = `${JSON.stringify(record.body)}\n${plot?.from ?? ''}\n${shortOf(tree.species)}`;
  const seen = listed(visits.map(({ id, on, inForce, eyeHeight }) => [id, on, inForce, eyeHeight]));
  const open = `${conflictsIn(tree)} ${sayConflicts(tree) ?? ''}`;
  const read = `${open}\n${readings.at(-1)?.entity ?? ''}\n${caller ?? ''}\n${seen}`;
  return `${shortOf(protocol)} ${inShort(`${self}\n${read}\n${listed(confirmed)}\n${species ?? ''}`)}`;
}

/** Most trees of a tally have nothing of what takes long to write down. */
const listed = (list: readonly unknown[]) => (list.length === 0 ? '' : JSON.stringify(list));
