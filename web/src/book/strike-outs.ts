import type { AnyRecord, RecordOf } from '../contract/envelope';
import type { Entry } from './entry';
import { parentIdsOf } from './versions';

/** What of a book strike-outs are judged by. */
interface Around {
  entry(id: string): Entry | undefined;
  version(id: string): AnyRecord | undefined;
  /** Ids of what is filed under a thing. */
  partsOf(id: string): readonly string[];
  /** The things of which a thing is part, be they here or not. */
  parentsOf(thing: Part): readonly string[];
}

/** What is part of something: a thing of the book, or a record that is not in it. */
export interface Part {
  readonly kind: string;
  readonly entity: string;
  readonly body: object | null;
  readonly history?: readonly AnyRecord[];
}

const NO_STRIKE_OUTS: readonly never[] = [];
/** A strike-out lists so many versions and parts. */
export const MOST_SEEN = 1000;

/** Which things are struck out, and which of them wait for a person as their strike-out's maker had not seen all of them. */
export class StrikeOuts {
  /** Strike-outs in force by the thing they name: ids of strike-outs. */
  private readonly strikes = new Map<string, Set<string>>();

  constructor(private readonly book: Around) {}

  /** Whether a thing, or something it is part of, is struck out. */
  isStruck(id: string): boolean {
    if (this.strikes.size === 0) return false;
    if (this.strikeOutsOf(id).some((s) => this.takesEffect(s, id))) return true;
    const entry = this.book.entry(id);
    return entry !== undefined && this.isPartOfStruck(entry);
  }

  /** Whether something that a thing is part of is struck out, be the thing here or not. */
  isPartOfStruck(thing: Part): boolean {
    if (this.strikes.size === 0) return false;
    return this.book.parentsOf(thing).some((parent) => {
      if (this.strikeOutsOf(parent).some((s) => this.takesEffect(s, parent) && this.takesPart(s, parent, thing.entity))) return true;
      const above = this.book.entry(parent);
      return above !== undefined && this.isPartOfStruck(above);
    });
  }

  /** Ids of the things that a strike-out in force names and does not take. */
  asking(): readonly string[] {
    return [...this.strikes.keys()].filter((id) => this.openStrikeOuts(id).length > 0);
  }

  /** Whether a strike-out in force names a thing, be it struck out by that or not. */
  isNamed(id: string): boolean {
    return (this.strikes.get(id)?.size ?? 0) > 0;
  }

  /**
   * Strike-outs in force of a thing, or of the plot it is part of, that its maker made without having seen all of the
   * thing: it stays until a person decides.
   */
  openStrikeOuts(id: string): readonly RecordOf<'strike-out'>[] {
    const entry = this.book.entry(id);
    if (this.strikes.size === 0 || !entry) return NO_STRIKE_OUTS;
    const own = this.strikeOutsOf(id).filter((s) => !this.takesEffect(s, id));
    const above = this.book
      .parentsOf(entry)
      .flatMap((parent) => this.strikeOutsOf(parent).filter((s) => this.takesEffect(s, parent) && !this.takesPart(s, parent, id)));
    return [...own, ...above];
  }

  /**
   * What a person sees of a thing who strikes it out: its versions in force and its parts.
   * @param parts of a plot its trees; those of a tree are here
   * @returns null of what goes with all that is part of it: a survey, or more than a strike-out can list
   */
  seenOf(id: string, parts: readonly string[] = []): readonly string[] | null {
    const entry = this.book.entry(id);
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
      .flatMap((s) => (this.book.entry(s)?.heads ?? []) as RecordOf<'strike-out'>[])
      .filter((h) => h.body.entity === id);
  }

  /** A version of the thing that the strike-out's maker did not see keeps the thing; so does a part of a tree. */
  private takesEffect({ body: { seen } }: RecordOf<'strike-out'>, id: string): boolean {
    const entry = this.book.entry(id);
    if (seen == null || !entry || entry.kind === 'survey') return true;
    const known = new Set(seen);
    if (!entry.heads.every((h) => known.has(h.id) || this.isAboveAny(entry, h.id, known))) return false;
    // trees of a plot stay or go each by itself
    return entry.kind !== 'tree' || this.livingParts(id).every((part) => known.has(part));
  }

  private takesPart({ body: { seen } }: RecordOf<'strike-out'>, of: string, part: string): boolean {
    return seen == null || this.book.entry(of)?.kind !== 'plot' || seen.includes(part);
  }

  /** Whether a version is one that a seen one had replaced. */
  private isAboveAny({ history }: Entry, id: string, seen: ReadonlySet<string>): boolean {
    const left = history.filter((v) => seen.has(v.id)).flatMap(parentIdsOf);
    const passed = new Set<string>();
    for (let at = left.pop(); at !== undefined; at = left.pop()) {
      if (at === id) return true;
      if (passed.has(at)) continue;
      passed.add(at);
      const version = this.book.version(at);
      if (version) left.push(...parentIdsOf(version));
    }
    return false;
  }

  /** Direct parts of a tree that are there: not retracted, and not struck out by themselves. */
  private livingParts(id: string): readonly string[] {
    return this.book.partsOf(id).filter((part) => {
      const entry = this.book.entry(part);
      return entry !== undefined && entry.heads.length > 0 && !this.strikeOutsOf(part).some((s) => this.takesEffect(s, part));
    });
  }

  /** Ids of the strike-outs in force that name a thing. */
  naming(id: string): Iterable<string> {
    return this.strikes.get(id) ?? [];
  }

  /**
   * Takes in how a strike-out changed.
   * @returns the things it names or has named
   */
  follow(before: Entry | null, now: Entry): readonly string[] {
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

const entityStruck = (r: AnyRecord) => (r as RecordOf<'strike-out'>).body.entity;
