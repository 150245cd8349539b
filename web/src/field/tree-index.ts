import type { TreeRow } from '../book/tree-row';
import type { AnyRecord } from '../contract/envelope';
import { SHARED } from '../contract/scope';
import type { News } from './news';
import { tagAfter } from './tag-after';

/** A tree as it is looked for; its plot by id. */
export interface FoundTree {
  readonly id: string;
  readonly survey: string;
  readonly tag: string;
  readonly plot: string | null;
  readonly species: string | null;
}

/** A tag that another tree has. */
export interface TakenTag {
  readonly by: FoundTree;
  readonly free: string;
}

/** So many trees are found at most: more is no finding. */
export const MOST_FOUND = 40;
const plain = (text: string) => text.trim().toLowerCase();

/** The tags of one survey's trees, kept up as records come. */
export class TreeIndex {
  private readonly trees: Map<string, FoundTree>;
  private readonly names = new Map<string, string>();
  private readonly struck: Set<string>;

  /** @param beside records that belong to no tree, among them those that name the survey, its plots and the species */
  constructor(
    private readonly survey: string,
    rows: readonly TreeRow[],
    beside: readonly AnyRecord[],
  ) {
    for (const record of beside) this.name(record);
    this.struck = new Set(rows.flatMap((r) => (r.struck ? [r.id] : [])));
    this.trees = new Map(rows.map(({ id, tag, plot, species }) => [id, { id, survey, tag, plot, species }]));
  }

  hear({ written }: News): void {
    for (const { scope, tree, record } of written?.filed ?? []) {
      if (scope !== this.survey && scope !== SHARED) continue;
      this.name(record);
      if (record.kind === 'strike-out' && this.trees.has(record.body.entity)) this.struck.add(record.body.entity);
      // of a tree that is struck out nothing else is taken back
      if (record.kind === 'retraction') this.struck.delete(tree);
      if (record.kind !== 'tree') continue;
      const { tag, plot, species } = record.body;
      const named = species === null ? null : (this.names.get(species) ?? null);
      this.trees.set(record.entity, { id: record.entity, survey: this.survey, tag, plot, species: named });
    }
  }

  private name({ kind, entity, body }: AnyRecord): void {
    if (kind === 'plot' || kind === 'species' || kind === 'survey') this.names.set(entity, body.name);
  }

  /** Trees of which every word is in the tag, the plot, the species or the survey's name; those whose tag it is first. */
  find(words: readonly string[]): readonly { readonly tree: FoundTree; readonly rank: number }[] {
    const found: { tree: FoundTree; rank: number }[] = [];
    const survey = this.names.get(this.survey) ?? '';
    for (const tree of this.trees.values()) {
      if (this.struck.has(tree.id)) continue;
      const tag = plain(tree.tag);
      const rest = plain(`${this.names.get(tree.plot ?? '') ?? ''} ${tree.species ?? ''} ${survey}`);
      if (!words.every((w) => tag.includes(w) || rest.includes(w))) continue;
      const rank = words.some((w) => tag === w) ? 0 : words.some((w) => tag.startsWith(w)) ? 1 : words.some((w) => tag.includes(w)) ? 2 : 3;
      found.push({ tree, rank });
    }
    return found.sort((a, b) => a.rank - b.rank || a.tree.tag.localeCompare(b.tree.tag, undefined, { numeric: true })).slice(0, MOST_FOUND);
  }

  /** Another tree of the same plot with this tag, and the next tag that none has; null where it is the only one. */
  taken(tree: string, plot: string | null, tag: string): TakenTag | null {
    const others = [...this.trees.values()].filter((t) => t.id !== tree && t.plot === plot && !this.struck.has(t.id));
    const by = others.find((t) => plain(t.tag) === plain(tag));
    if (!by) return null;
    const all = new Set(others.map((t) => plain(t.tag)));
    let free = tagAfter(tag.trim());
    while (all.has(plain(free))) free = tagAfter(free);
    return { by, free };
  }
}
