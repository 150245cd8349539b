import type { TreeRow } from './tree-row';
import { byId } from './versions';

/**
 * The trees of a plot as they stand: those another thread told of, which stay the same list from call to call, and the few
 * that this page knows better. Whoever looks through all of them does so once, and adds the few.
 */
export interface TreesHere {
  readonly told: readonly TreeRow[];
  /** Kept here since, or changed. */
  readonly fresh: readonly TreeRow[];
  /** Of those told, the ids that are fresh, or gone. */
  readonly replaced: ReadonlySet<string>;
  /** All of them in the order of their making. */
  readonly all: readonly TreeRow[];
}

/** @param gone ids of trees that are not here any more */
export function treesHere(told: readonly TreeRow[], fresh: readonly TreeRow[], gone: ReadonlySet<string>): TreesHere {
  if (fresh.length === 0 && gone.size === 0) return { told, fresh, replaced: NOTHING, all: told };
  const ids = byIdOf(told);
  const replaced = new Set([...fresh.map((r) => r.id), ...gone].filter((id) => ids.has(id)));
  const left = replaced.size === 0 ? told : told.filter((r) => !replaced.has(r.id));
  const all = [...left, ...fresh];
  const last = left.at(-1);
  // what is called now comes after all that is there
  const inOrder = fresh.every((r, i) => (i === 0 ? last === undefined || last.id < r.id : (fresh[i - 1] as TreeRow).id < r.id));
  return { told, fresh, replaced, all: inOrder ? all : all.sort(byId) };
}
const NOTHING: ReadonlySet<string> = new Set();

/** What was found out of a list that stays the same, found out once. */
export function onceOf<T>(work: (rows: readonly TreeRow[]) => T): (rows: readonly TreeRow[]) => T {
  const known = new WeakMap<readonly TreeRow[], { readonly found: T }>();
  return (rows) => {
    const before = known.get(rows);
    if (before) return before.found;
    const found = work(rows);
    known.set(rows, { found });
    return found;
  };
}
/** Trees by id. */
export const byIdOf = onceOf((rows): ReadonlyMap<string, TreeRow> => new Map(rows.map((r) => [r.id, r])));
