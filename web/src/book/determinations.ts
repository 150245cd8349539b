import type { HeightMethod } from '@arbolito/core';
import type { Book, BookTree } from './book';

/** One setting-up of one method for heights. */
export interface Determination {
  /** As the core names it. */
  readonly method: HeightMethod;
  /** Its id and its station in the book; null before its first reading. */
  readonly id: string | null;
  readonly station: string | null;
  /** The farther station of two. */
  readonly far: string | null;
}
export const newDetermination = (method: HeightMethod): Determination => ({ method, id: null, station: null, far: null });

/** Those of a tree's last visit from which heights were read, in the order they began. */
export function determinationsOf(book: Book, tree: BookTree | null): readonly Determination[] {
  const found = new Map<string, Determination>();
  for (const entity of tree?.readings ?? []) {
    if (!entity.body?.station) continue;
    const { determination: id, station, read } = entity.body;
    const before = found.get(id);
    const method = (book.find('determination', id)?.body.method ?? 'two-sights') as HeightMethod;
    const far = read.kind === 'baseline' ? read.far : (before?.far ?? null);
    // the nearer station is the one that is not another's far end
    const near = before && before.station !== far ? before.station : station;
    found.set(id, { id, far, method, station: near });
  }
  return [...found.values()];
}
