import type { TreeRow } from '../../book/tree-row';
import { tagAfter } from '../../field/tag-after';

type Tagged = Pick<TreeRow, 'id' | 'tag' | 'plot'>;

/**
 * The tag of the next tree of a plot: after the last one on it where each plot counts by itself, as 7·12; after the last
 * of the survey where its trees are numbered through. Never one that is there.
 * @param own trees of the plot, in the order of their making
 * @param all trees of the survey, in the order of their making
 */
export function nextTagOn(plot: string, own: readonly Tagged[], all: readonly Tagged[]): string {
  const through = all.length > 0 && all.every((t) => /^\d+$/.test(t.tag));
  const [from, among] = through ? [all, all] : [own, own];
  const last = from.at(-1);
  const taken = new Set(among.map((t) => t.tag));
  // the highest, where somebody went back to an earlier plot
  let tag = through ? String(Math.max(...all.map((t) => Number(t.tag))) + 1) : last === undefined ? `${plot}·01` : tagAfter(last.tag);
  while (taken.has(tag)) tag = tagAfter(tag);
  return tag;
}
