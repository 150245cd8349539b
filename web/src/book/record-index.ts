import type { AnyRecord, RecordOf } from '../contract/envelope';
import { type KindFacts, upgraded } from '../contract/kinds/define';
import { KINDS, type Kind } from '../contract/kinds/index';
import { IdList } from './id-list';
import { mergeVersions } from './merge';
import { byId, type Entity, headsOf, latestOf, parentIdsOf } from './versions';

/** One thing of the book with its kind. Never changed: what changes is put in its place. */
export interface Entry extends Entity<AnyRecord> {
  readonly kind: Kind;
}

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
  /** Retractions of a version, and strike-outs of a thing: ids of those records and of those things. */
  private readonly retractions = new Map<string, string[]>();
  private readonly strikes = new Map<string, Set<string>>();
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

  /** Whether a thing, or something it is part of, is struck out. */
  isStruck(id: string): boolean {
    if (this.strikes.size === 0) return false;
    if (this.strikeOutsOf(id).some((s) => this.takesEffect(s, id))) return true;
    const entry = this.entries.get(id);
    return entry !== undefined && this.isPartOfStruck(entry);
  }

  /** Whether something that a thing is part of is struck out, be the thing here or not. */
  isPartOfStruck(thing: Part): boolean {
    if (this.strikes.size === 0) return false;
    return this.partOf(thing.kind).some(([field, kind]) => {
      const parent = named(thing, field);
      if (parent === null || !this.isOfKind(parent, kind)) return false;
      if (this.strikeOutsOf(parent).some((s) => this.takesEffect(s, parent) && this.takesPart(s, parent, thing.entity))) return true;
      const above = this.entries.get(parent);
      return above !== undefined && this.isPartOfStruck(above);
    });
  }

  /** Ids of the things that wait for a person: in conflict, or struck out by somebody who had not seen all of them. */
  waiting(): readonly string[] {
    const named = [...this.strikes.keys()].filter((id) => this.openStrikeOuts(id).length > 0);
    return [...new Set([...this.contested, ...named])].filter((id) => !this.isStruck(id)).sort();
  }

  /** Whether a strike-out in force names a thing, be it struck out by that or not. */
  isNamedByStrikeOut(id: string): boolean {
    return (this.strikes.get(id)?.size ?? 0) > 0;
  }

  /**
   * Strike-outs in force of a thing, or of the plot it is part of, that its maker made without having seen all of the
   * thing: it stays until a person decides.
   */
  openStrikeOuts(id: string): readonly RecordOf<'strike-out'>[] {
    const entry = this.entries.get(id);
    if (this.strikes.size === 0 || !entry) return NO_STRIKE_OUTS;
    const own = this.strikeOutsOf(id).filter((s) => !this.takesEffect(s, id));
    const above = this.partOf(entry.kind).flatMap(([field]) => {
      const parent = named(entry, field);
      return parent === null ? [] : this.strikeOutsOf(parent).filter((s) => this.takesEffect(s, parent) && !this.takesPart(s, parent, id));
    });
    return [...own, ...above];
  }

  /**
   * What a person sees of a thing who strikes it out: its versions in force and its parts.
   * @param parts of a plot its trees; those of a tree are here
   * @returns null of what goes with all that is part of it: a survey, or more than a strike-out can list
   */
  seenOf(id: string, parts: readonly string[] = []): readonly string[] | null {
    const entry = this.entries.get(id);
    if (!entry || entry.kind === 'survey') return null;
    const seen = [...entry.heads.map((h) => h.id), ...(entry.kind === 'tree' ? this.livingParts(id) : parts)];
    return seen.length <= MOST_SEEN ? seen : null;
  }

  /** Strike-outs in force that name a thing. */
  private strikeOutsOf(id: string): readonly RecordOf<'strike-out'>[] {
    const by = this.strikes.get(id);
    if (by === undefined || by.size === 0) return NO_STRIKE_OUTS;
    return [...by]
      .sort()
      .flatMap((s) => (this.entries.get(s)?.heads ?? []) as RecordOf<'strike-out'>[])
      .filter((h) => h.body.entity === id);
  }

  /** A version of the thing that the strike-out's maker did not see keeps the thing; so does a part of a tree. */
  private takesEffect({ body: { seen } }: RecordOf<'strike-out'>, id: string): boolean {
    const entry = this.entries.get(id);
    if (seen == null || !entry || entry.kind === 'survey') return true;
    const known = new Set(seen);
    if (!entry.heads.every((h) => known.has(h.id) || this.isAboveAny(entry, h.id, known))) return false;
    // trees of a plot stay or go each by itself
    return entry.kind !== 'tree' || this.livingParts(id).every((part) => known.has(part));
  }

  private takesPart({ body: { seen } }: RecordOf<'strike-out'>, of: string, part: string): boolean {
    return seen == null || this.entries.get(of)?.kind !== 'plot' || seen.includes(part);
  }

  /** Whether a version is one that a seen one had replaced. */
  private isAboveAny({ history }: Entry, id: string, seen: ReadonlySet<string>): boolean {
    const left = history.filter((v) => seen.has(v.id)).flatMap(parentIdsOf);
    const passed = new Set<string>();
    for (let at = left.pop(); at !== undefined; at = left.pop()) {
      if (at === id) return true;
      if (passed.has(at)) continue;
      passed.add(at);
      const version = this.versions.get(at);
      if (version) left.push(...parentIdsOf(version));
    }
    return false;
  }

  /** Direct parts of a tree that are there: not retracted, and not struck out by themselves. */
  private livingParts(id: string): readonly string[] {
    return this.partsOf(id).filter((part) => {
      const entry = this.entries.get(part);
      return entry !== undefined && entry.heads.length > 0 && !this.strikeOutsOf(part).some((s) => this.takesEffect(s, part));
    });
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
      for (const by of this.strikes.get(thing) ?? []) take(by);
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
    const struck = kind === 'strike-out' ? this.strike(before, now) : [];
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

  private strike(before: Entry | undefined, now: Entry): readonly string[] {
    const was = new Set((before?.heads ?? []).map(entityStruck));
    const is = new Set(now.heads.map(entityStruck));
    for (const id of was) if (!is.has(id)) this.strikes.get(id)?.delete(now.entity);
    for (const id of is) {
      const by = this.strikes.get(id) ?? new Set();
      this.strikes.set(id, by.add(now.entity));
    }
    return [...new Set([...was, ...is])];
  }
}

/** A thing as it was before records came, and as it is. */
export interface Change {
  readonly before: Entry | null;
  readonly now: Entry;
  /** Of a strike-out: the things it names or has named. */
  readonly struck: readonly string[];
}

const entityStruck = (r: AnyRecord) => (r as RecordOf<'strike-out'>).body.entity;

/** What is part of something: a thing of the book, or a record that is not in it. */
export interface Part {
  readonly kind: string;
  readonly entity: string;
  readonly body: object | null;
  readonly history?: readonly AnyRecord[];
}

/** What a field of a thing names; of one that is retracted as it was said last. */
function named({ body, history }: Part, field: string): string | null {
  const id = ((body ?? history?.at(-1)?.body) as Readonly<Record<string, unknown>> | undefined)?.[field];
  return typeof id === 'string' ? id : null;
}

const NO_CONFLICTS: readonly never[] = [];
const NO_STRIKE_OUTS: readonly never[] = [];
/** A strike-out lists so many versions and parts. */
export const MOST_SEEN = 1000;

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
