import type { AnyRecord } from '../contract/envelope';
import { type KindFacts, upgraded } from '../contract/kinds/define';
import { KINDS, type Kind } from '../contract/kinds/index';
import type { Entry } from './entry';
import { IdList } from './id-list';
import { mergeVersions } from './merge';
import { type Part, StrikeOuts } from './strike-outs';
import { byId, headsOf, latestOf } from './versions';

type Facts = Readonly<Record<string, KindFacts>>;
type Parts = readonly (readonly [field: string, kind: string])[];

/**
 * A set of records as the things they are versions of, kept up as records come: adding costs what is added, whatever is
 * there already. The order of arrival does not matter; a record that came before what it names waits for it.
 */
export class RecordIndex {
  private readonly versions = new Map<string, AnyRecord>();
  private readonly entries = new Map<string, Entry>();
  private readonly ofKind = new Map<string, IdList>();
  /** What is part of a thing, by its id, whether that is here already or not. */
  private readonly parts = new Map<string, IdList>();
  /** Retractions of a version: ids of those records. */
  private readonly retractions = new Map<string, string[]>();
  private readonly strangers = new Map<string, AnyRecord>();
  /** Things of which two people said different things at once. */
  private readonly contested = new Set<string>();
  private newer = 0;
  private readonly partsBy = new Map<string, Parts>();

  constructor(private readonly facts: Facts = KINDS) {}

  /**
   * Takes records in; one that is here already is passed over.
   * @returns the things of which something is new, as they were and as they are
   */
  add(records: Iterable<AnyRecord>): readonly Change[] {
    const histories = new Map<string, AnyRecord[]>();
    for (const record of records) {
      if (this.has(record.id)) continue;
      const read = this.read(record);
      if (!read) {
        this.strangers.set(record.id, record);
        continue;
      }
      this.versions.set(read.id, read);
      if (read.kind === 'retraction') push(this.retractions, read.body.record, read.id);
      const history = histories.get(read.entity);
      if (history) history.push(read);
      else histories.set(read.entity, [...(this.entries.get(read.entity)?.history ?? []), read]);
    }
    const changes: Change[] = [];
    // taking back a retraction changes what that had taken back, and so on, at most as often as there are retractions; ids
    // can't name each other in a circle, as a record is made after those it names, but a spoiled store must not hang the page
    let rounds = this.retractions.size + 2;
    for (let queue: Iterable<string> = [...histories.keys()], left = histories.size; left > 0 && rounds > 0; rounds--) {
      const next = new Set<string>();
      for (const id of queue) {
        const change = this.settle(id, histories.get(id));
        histories.delete(id);
        if (!change) continue;
        changes.push(change);
        for (const version of change.now.history) {
          if (version.kind !== 'retraction') continue;
          const target = this.versions.get(version.body.record)?.entity;
          if (target !== undefined && target !== id) next.add(target);
        }
      }
      queue = next;
      left = next.size;
    }
    return changes;
  }

  has(id: string): boolean {
    return this.versions.has(id) || this.strangers.has(id);
  }

  /** How many records are of kinds this program does not know, or were written by a newer one. */
  get unread(): number {
    return this.strangers.size + this.newer;
  }

  /** One exact version, in force or not. */
  version(id: string): AnyRecord | undefined {
    return this.versions.get(id);
  }

  entry(id: string): Entry | undefined {
    return this.entries.get(id);
  }

  /** Ids of every thing of a kind, in the order of their making. */
  idsOf(kind: Kind): readonly string[] {
    return this.ofKind.get(kind)?.sorted() ?? [];
  }

  /** What is filed under a thing, in the order of its making; struck out or not. */
  partsOf(id: string): readonly string[] {
    return this.parts.get(id)?.sorted() ?? [];
  }

  /** Which things are struck out, and which wait for a person. */
  readonly strikeOuts = new StrikeOuts({
    entry: (id) => this.entries.get(id),
    version: (id) => this.versions.get(id),
    partsOf: (id) => this.partsOf(id),
    parentsOf: (thing) => this.parentsOf(thing),
  });

  /** Whether a thing, or something it is part of, is struck out. */
  isStruck(id: string): boolean {
    return this.strikeOuts.isStruck(id);
  }

  /** Ids of the things that wait for a person: in conflict, or struck out by somebody who had not seen all of them. */
  waiting(): readonly string[] {
    return [...new Set([...this.contested, ...this.strikeOuts.asking()])].filter((id) => !this.isStruck(id)).sort();
  }

  /** Every version of a thing and of all that is part of it, with what takes any of them back or strikes it out now. */
  recordsUnder(id: string): readonly AnyRecord[] {
    const found = new Map<string, AnyRecord>();
    const seen = new Set<string>();
    const take = (thing: string) => {
      const entry = this.entries.get(thing);
      if (!entry || seen.has(thing)) return;
      seen.add(thing);
      for (const version of entry.history) {
        found.set(version.id, version);
        for (const by of this.retractions.get(version.id) ?? []) take(this.versions.get(by)?.entity ?? '');
      }
      for (const by of this.strikeOuts.naming(thing)) take(by);
      for (const part of this.partsOf(thing)) take(part);
    };
    take(id);
    return [...found.values()].sort(byId);
  }

  /** The thing of a kind that something is part of, by the way it is filed; null when that way is not known yet. */
  ancestor(id: string, kind: Kind): string | null {
    let entry = this.entries.get(id);
    while (entry && entry.kind !== kind) {
      const parent = this.folder(entry);
      entry = parent !== null && this.isOfKind(parent, this.partOf(entry.kind)[0]?.[1] ?? '') ? this.entries.get(parent) : undefined;
    }
    return entry?.entity ?? null;
  }

  /** Fields that name what things of a kind are part of, with the kinds of those. */
  private partOf(kind: string): Parts {
    let parts = this.partsBy.get(kind);
    if (!parts) {
      parts = Object.entries(this.facts[kind]?.partOf ?? {});
      this.partsBy.set(kind, parts);
    }
    return parts;
  }

  private parentsOf(thing: Part): readonly string[] {
    return this.partOf(thing.kind).flatMap(([field, kind]) => {
      const parent = named(thing, field);
      return parent !== null && this.isOfKind(parent, kind) ? [parent] : [];
    });
  }

  /** What is no part by its kind is none: no way upward goes in a circle. */
  private isOfKind(id: string, kind: string): boolean {
    const there = this.entries.get(id)?.kind;
    return there === undefined || there === kind;
  }

  /** What a thing is filed under, whether that is here or not. */
  private folder(entry: Entry): string | null {
    const [first] = this.partOf(entry.kind);
    return first ? named(entry, first[0]) : null;
  }

  /** A record as it is written today; as it came where a newer program wrote it; null for a kind nobody here knows. */
  private read(record: AnyRecord): AnyRecord | null {
    const facts = Object.hasOwn(this.facts, record.kind) ? this.facts[record.kind] : undefined;
    if (!facts) return null;
    if (record.schema > facts.schema) this.newer++;
    if (record.schema >= facts.schema) return record;
    return { ...record, body: upgraded(facts, record.schema, record.body as never) } as unknown as AnyRecord;
  }

  private settle(id: string, grown: AnyRecord[] | undefined): Change | null {
    const before = this.entries.get(id);
    const history = grown ? (grown.length > 1 ? grown.sort(byId) : grown) : before?.history;
    const kind = history?.[0]?.kind;
    if (!history || !kind) return null;
    const now = this.entryOf(id, kind, history);
    this.entries.set(id, now);
    if (now.conflicts.length > 0) this.contested.add(id);
    else this.contested.delete(id);
    if (!before) list(this.ofKind, kind).add(id);
    const [from, to] = [before ? this.folder(before) : null, this.folder(now)];
    if (from !== to) {
      if (from !== null) this.parts.get(from)?.remove(id);
      if (to !== null) list(this.parts, to).add(id);
    }
    const struck = kind === 'strike-out' ? this.strikeOuts.follow(before ?? null, now) : [];
    return { before: before ?? null, now, struck };
  }

  private entryOf(entity: string, kind: Kind, history: readonly AnyRecord[]): Entry {
    const [only] = history;
    const isRetracted = (v: AnyRecord) => this.isRetracted(v);
    const heads = headsOf(history, isRetracted);
    const latest = latestOf(heads);
    const facts = this.facts[kind];
    if (latest === null || !facts) return { entity, kind, history, heads, latest: null, body: null, conflicts: NO_CONFLICTS, newer: false };
    const newer = heads.some((h) => h.schema > facts.schema);
    // most things have one version
    const { body, conflicts } =
      history.length === 1 && only ? { body: only.body, conflicts: NO_CONFLICTS } : mergeVersions(history, heads, isRetracted, facts);
    return { entity, kind, history, heads, latest, body, conflicts, newer };
  }

  /** A version is taken back by a retraction that is itself in force. */
  private isRetracted(version: AnyRecord): boolean {
    return (this.retractions.get(version.id) ?? []).some((id) => {
      const retraction = this.versions.get(id);
      const entry = retraction && this.entries.get(retraction.entity);
      // one that came in the same batch is in force until it is found not to be, which comes back here
      return entry ? entry.heads.some((h) => h.id === id) : retraction !== undefined;
    });
  }
}

/** A thing as it was before records came, and as it is. */
export interface Change {
  readonly before: Entry | null;
  readonly now: Entry;
  /** Of a strike-out: the things it names or has named. */
  readonly struck: readonly string[];
}

/** What a field of a thing names; of one that is retracted as it was said last. */
function named({ body, history }: Part, field: string): string | null {
  const id = ((body ?? history?.at(-1)?.body) as Readonly<Record<string, unknown>> | undefined)?.[field];
  return typeof id === 'string' ? id : null;
}

const NO_CONFLICTS: readonly never[] = [];

function push(map: Map<string, string[]>, key: string, value: string): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}
function list(map: Map<string, IdList>, key: string): IdList {
  const found = map.get(key) ?? new IdList();
  map.set(key, found);
  return found;
}
