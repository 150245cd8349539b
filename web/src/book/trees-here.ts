import { type TreeRow, treesIn } from './tree-row';
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
  /** The one that was made last. */
  readonly last: TreeRow | null;
  /** All of them in the order of their making: put together when first asked for. */
  readonly all: readonly TreeRow[];
}

/**
 * @param fresh by id
 * @param gone ids of trees that are not here any more
 */
export function treesHere(told: readonly TreeRow[], fresh: readonly TreeRow[], gone: ReadonlySet<string>): TreesHere {
  if (fresh.length === 0 && gone.size === 0) return { told, fresh, replaced: NOTHING, last: told.at(-1) ?? null, all: told };
  const ids = byIdOf(told);
  const replaced = new Set([...fresh.map((r) => r.id), ...gone].filter((id) => ids.has(id)));
  const lastTold = told.findLast((r) => !replaced.has(r.id));
  const lastFresh = fresh.at(-1);
  let all: readonly TreeRow[] | null = null;
  const together = () => {
    const left = replaced.size === 0 ? told : told.filter((r) => !replaced.has(r.id));
    // what is called now comes after all that is there
    const inOrder = fresh.every((r, i) => (i === 0 ? lastTold === undefined || lastTold.id < r.id : (fresh[i - 1] as TreeRow).id < r.id));
    return inOrder ? [...left, ...fresh] : [...left, ...fresh].sort(byId);
  };
  return {
    told,
    fresh,
    replaced,
    last: lastTold && lastFresh ? (lastTold.id < lastFresh.id ? lastFresh : lastTold) : (lastFresh ?? lastTold ?? null),
    get all() {
      all ??= together();
      return all;
    },
  };
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
/** How many of them want a height. */
export function wantHeights({ told, fresh, replaced }: TreesHere): number {
  const wants = wanting(told);
  return treesIn(replaced.size === 0 ? wants : wants.filter((r) => !replaced.has(r.id))) + treesIn(wanting(fresh));
}
const wanting = onceOf((rows) => rows.filter((r) => r.wantsHeight && !r.struck));
/** Trees by id. */
export const byIdOf = onceOf((rows): ReadonlyMap<string, TreeRow> => new Map(rows.map((r) => [r.id, r])));
