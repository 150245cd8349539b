import type { SpeciesCodes } from './plot-scene';
import type { Stated } from './things';
import type { TreeRow } from './tree-row';
import { onceOf } from './trees-here';

/** How many inks there are for species; the rest share the last one. */
const INKS = 5;

const countsOf = onceOf((rows): ReadonlyMap<string | null, number> => {
  const counts = new Map<string | null, number>();
  for (const { species, count } of rows) counts.set(species, (counts.get(species) ?? 0) + count);
  return counts;
});

/**
 * Letters for each species of a survey, the commonest first in the first ink.
 * @param rows its trees, as another thread told of them
 * @param fresh those that this page knows better: a species nobody has counted yet comes after the others
 */
export function speciesCodes(list: readonly Stated<'species'>[], rows: readonly TreeRow[], fresh: readonly TreeRow[] = []): SpeciesCodes {
  const counts = new Map(countsOf(rows));
  for (const { species } of fresh) if (!counts.has(species)) counts.set(species, 0);
  const codes = new Map(list.map((s) => [s.body.name, s.body.code]));
  const byCount = [...counts].sort((a, b) => Number(a[0] === null) - Number(b[0] === null) || b[1] - a[1]);
  return new Map(
    byCount.map(([species], i) => [
      species,
      { code: species === null ? '?' : (codes.get(species) ?? species.slice(0, 3)), ink: Math.min(i, INKS - 1) },
    ]),
  );
}
