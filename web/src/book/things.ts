import type { BodyOf, RecordOf } from '../contract/envelope';
import { KIND_NAMES, KINDS, type Kind } from '../contract/kinds/index';
import type { RecordIndex } from './record-index';
import { type Current, currentOf, type Entity } from './versions';

/** A thing of a kind, of which a version is in force. */
export type Thing<K extends Kind> = Current<RecordOf<K>>;

/** A thing as it stands, without its versions: plain, so that it can be posted and kept. A record of its first version is one too. */
export interface Stated<K extends Kind> {
  readonly entity: string;
  readonly body: BodyOf<K>;
}

const STANDS_ALONE: ReadonlySet<Kind> = new Set(KIND_NAMES.filter((k) => Object.keys(KINDS[k].partOf).length === 0));

/**
 * The things of a book by kind, as they stand. A thing struck out is neither listed nor counted; what names it still
 * finds it, so that a species taken off the list does not change the trees of that species.
 */
export class Things {
  private readonly lists = new Map<Kind, readonly Thing<Kind>[]>();

  constructor(readonly index: RecordIndex) {}

  kindChanged(kind: Kind): void {
    this.lists.delete(kind);
  }
  everythingChanged(): void {
    this.lists.clear();
  }

  /** Every thing of a kind that is not struck out, retracted ones too; in the order of their making. */
  kind<K extends Kind>(kind: K): readonly Entity<RecordOf<K>>[] {
    return this.index.idsOf(kind).flatMap((id) => (this.index.isStruck(id) ? [] : (this.entity<K>(id) ?? [])));
  }

  entity<K extends Kind>(id: string): Entity<RecordOf<K>> | undefined {
    return this.index.entry(id) as unknown as Entity<RecordOf<K>> | undefined;
  }

  /** Every thing of a kind of which a version is in force; of what is part of nothing the same list until one changes. */
  all<K extends Kind>(kind: K): readonly Thing<K>[] {
    const known = this.lists.get(kind);
    if (known) return known as unknown as readonly Thing<K>[];
    const list = this.kind(kind).flatMap((e) => currentOf(e) ?? []);
    if (STANDS_ALONE.has(kind)) this.lists.set(kind, list as unknown as readonly Thing<Kind>[]);
    return list;
  }

  /** One thing of which a version is in force, or null. */
  find<K extends Kind>(kind: K, id: string | null | undefined): Thing<K> | null {
    const entry = id ? this.index.entry(id) : undefined;
    return entry?.kind === kind ? (currentOf(entry) as unknown as Thing<K> | null) : null;
  }

  /** Strike-outs of a thing, or of the plot it is part of, whose maker had not seen all of the thing. */
  openStrikeOuts(id: string): readonly RecordOf<'strike-out'>[] {
    return this.index.strikeOuts.openStrikeOuts(id);
  }

  /** One exact version, in force or not. */
  version<K extends Kind>(kind: K, id: string): RecordOf<K> | null {
    const record = this.index.version(id);
    return record?.kind === kind ? (record as RecordOf<K>) : null;
  }

  /** Every thing of a kind filed under another, retracted ones too, none of them struck out. */
  entitiesOf<K extends Kind>(id: string, kind: K): readonly Entity<RecordOf<K>>[] {
    // a plain loop: this is asked several times for each tree of a survey
    const found: Entity<RecordOf<K>>[] = [];
    for (const part of this.index.partsOf(id)) {
      const entry = this.index.entry(part);
      if (entry?.kind === kind && !this.index.isStruck(part)) found.push(entry as unknown as Entity<RecordOf<K>>);
    }
    return found;
  }

  /** Those of which a version is in force. */
  partsOf<K extends Kind>(id: string, kind: K): readonly Thing<K>[] {
    const found: Thing<K>[] = [];
    for (const entity of this.entitiesOf(id, kind)) {
      const thing = currentOf(entity);
      if (thing) found.push(thing);
    }
    return found;
  }

  /** A reading that counts, with the survey it belongs to; null otherwise. */
  readingInForce(id: string): { readonly survey: string; readonly reading: Thing<'reading'> } | null {
    const reading = this.find('reading', id);
    if (!reading || this.index.isStruck(id)) return null;
    const tree = this.index.ancestor(id, 'tree');
    return { survey: this.find('tree', tree)?.body.survey ?? '', reading };
  }
}
