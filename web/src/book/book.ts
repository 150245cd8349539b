import type { ProtocolOptions } from '@arbolito/core';
import type { AnyRecord, RecordOf } from '../contract/envelope';
import type { Kind } from '../contract/kinds/index';
import { SHARED_KINDS } from '../contract/scope';
import type { Entry } from './entry';
import { Kit } from './kit';
import { type Change, RecordIndex } from './record-index';
import { type Stated, type Thing, Things } from './things';
import type { Told } from './tool-errors';
import { type BookTree, gatherTree, sameTree } from './tree';
import type { Entity } from './versions';

/** What a page may have to show anew once records were added. */
export interface Touched {
  readonly trees: ReadonlySet<string>;
  /** Surveys of which any tree may have changed: one was added, moved, or something all of them lean on. */
  readonly surveys: ReadonlySet<string>;
  /** Whether something that every survey may lean on has changed: a person, an instrument, a species. */
  readonly shared: boolean;
}

/** What all faces of one growing book share. */
interface Inside {
  readonly index: RecordIndex;
  readonly things: Things;
  readonly kit: Kit;
  readonly treeStamps: Map<string, number>;
  readonly surveyStamps: Map<string, number>;
  sharedStamp: number;
  readonly trees: Map<string, { readonly stamps: string; readonly tree: BookTree }>;
}

/**
 * What a set of records says, whatever order they came in. It grows, it is not rebuilt: `add` costs what is added, and
 * gives the book a new face, so that whoever holds the old one can see that something is new. The old face shows what the
 * new one does.
 */
export class Book {
  private readonly inside: Inside;

  constructor(records: Iterable<AnyRecord> = [], inside?: Inside) {
    this.inside = inside ?? emptyInside();
    if (!inside) this.take(records);
  }

  /** Adds records; those that are here already are passed over. */
  add(records: Iterable<AnyRecord>): { readonly book: Book; readonly touched: Touched } {
    const touched = this.take(records);
    return { book: new Book([], this.inside), touched };
  }

  /** With what pairs of readings say of tools on trees of a survey that are not in the book. */
  told(survey: string, told: Told): Book {
    this.inside.kit.tell(survey, told);
    return new Book([], this.inside);
  }

  has(id: string): boolean {
    return this.inside.index.has(id);
  }

  /** How many records were made by a newer program, in words that this one does not know. */
  get unread(): number {
    return this.inside.index.unread;
  }

  /** People and their tools. */
  get kit(): Kit {
    return this.inside.kit;
  }

  /** Every thing of a kind that is not struck out, retracted ones too. */
  kind<K extends Kind>(kind: K): readonly Entity<RecordOf<K>>[] {
    return this.inside.things.kind(kind);
  }

  /** Every thing of a kind of which a version is in force. Others refer to its `entity`. */
  all<K extends Kind>(kind: K): readonly Thing<K>[] {
    return this.inside.things.all(kind);
  }

  /** One thing of which a version is in force, struck out or not; null where there is none. Others refer to its `entity`. */
  find<K extends Kind>(kind: K, id: string | null | undefined): Thing<K> | null {
    return this.inside.things.find(kind, id);
  }

  /** Whether a thing, or something it is part of, is struck out. */
  isStruck(id: string): boolean {
    return this.inside.index.isStruck(id);
  }

  /** Whether something that a record is part of is struck out, be the record here or not. */
  isPartOfStruck(record: AnyRecord): boolean {
    return this.inside.index.strikeOuts.isPartOfStruck(record);
  }

  /** Strike-outs of a thing, or of the plot it is part of, whose maker had not seen all of the thing: it stays until a person decides. */
  openStrikeOuts(id: string): readonly RecordOf<'strike-out'>[] {
    return this.inside.index.strikeOuts.openStrikeOuts(id);
  }

  /** The things here that wait for a person: in conflict, or struck out by somebody who had not seen all of them. */
  waiting(): readonly { readonly kind: Kind; readonly entity: string }[] {
    const { index } = this.inside;
    return index.waiting().flatMap((id) => index.entry(id) ?? []);
  }

  /**
   * What a person sees of a thing who strikes it out.
   * @param parts of a plot its trees; those of a tree are here
   * @returns null of what goes with all that is part of it
   */
  seenOf(id: string, parts: readonly string[] = []): readonly string[] | null {
    return this.inside.index.strikeOuts.seenOf(id, parts);
  }

  /** One exact version, in force or not. */
  version<K extends Kind>(kind: K, id: string): RecordOf<K> | null {
    return this.inside.things.version(kind, id);
  }

  /** What is filed under a thing and in force: stems of a tree, stations of a visit. */
  partsOf<K extends Kind>(id: string, kind: K): readonly Thing<K>[] {
    return this.inside.things.partsOf(id, kind);
  }

  /** Every version of a thing and of all that is part of it, oldest first, with what takes any of them back. */
  recordsUnder(id: string): readonly AnyRecord[] {
    return this.inside.index.recordsUnder(id);
  }

  /** A tree with all that was read of it, the same until something of it changes; null when it is not in the book. */
  tree(id: string): BookTree | null {
    const { things, kit, index, trees } = this.inside;
    const record = things.find('tree', id);
    if (!record || index.isStruck(id)) return null;
    const { survey } = record.body;
    const stamps = `${this.inside.treeStamps.get(id)} ${this.inside.sharedStamp} ${kit.stamp(survey)}`;
    const known = trees.get(id);
    if (known?.stamps === stamps) return known.tree;
    const gathered = gatherTree(things, kit, record);
    const tree = known && sameTree(known.tree, gathered) ? known.tree : gathered;
    trees.set(id, { stamps, tree });
    return tree;
  }

  /** A text that changes whenever anything of a survey or of its trees may have. */
  stampOf(survey: string): string {
    const { surveyStamps, sharedStamp, kit } = this.inside;
    return `${surveyStamps.get(survey)} ${sharedStamp} ${kit.stamp(survey)}`;
  }

  /** The protocol a survey is measured under; null while its version has not arrived. */
  protocolOf(survey: Stated<'survey'> | null): { readonly name: string; readonly options: ProtocolOptions } | null {
    return survey && (this.version('protocol', survey.body.protocol)?.body ?? null);
  }

  /** The trees of a survey, in the order of their making. */
  treesOf(survey: string): readonly Thing<'tree'>[] {
    return this.partsOf(survey, 'tree');
  }

  /** Trees of a survey that are struck out, in the order of their making. */
  struckTreesOf(survey: string): readonly Thing<'tree'>[] {
    const { index, things } = this.inside;
    return index.partsOf(survey).flatMap((id) => (index.isStruck(id) ? (things.find('tree', id) ?? []) : []));
  }

  /** Surveys that are struck out, in the order of their making. */
  struckSurveys(): readonly Thing<'survey'>[] {
    const { index, things } = this.inside;
    return index.idsOf('survey').flatMap((id) => (index.isStruck(id) ? (things.find('survey', id) ?? []) : []));
  }

  /** The tree of a survey that was made last, or null. */
  lastTreeOf(survey: string): Thing<'tree'> | null {
    const { index, things } = this.inside;
    const ids = index.partsOf(survey);
    for (let i = ids.length - 1; i >= 0; i--) {
      const id = ids[i] as string;
      const tree = things.find('tree', id);
      if (tree && !index.isStruck(id)) return tree;
    }
    return null;
  }

  private take(records: Iterable<AnyRecord>): Touched {
    const { index, kit } = this.inside;
    const touched: Touching = { trees: new Set(), surveys: new Set(), shared: false };
    // in parts, so that what is needed on the way does not pile up
    const all = Array.isArray(records) ? (records as readonly AnyRecord[]) : [...records];
    for (let i = 0; i < all.length; i += AT_ONCE) {
      for (const change of index.add(i === 0 && all.length <= AT_ONCE ? all : all.slice(i, i + AT_ONCE))) this.follow(change, touched);
    }
    const { trees, surveys, shared } = touched;
    if (shared) {
      this.inside.sharedStamp++;
      this.inside.kit.changed();
    }
    for (const id of trees) {
      bump(this.inside.treeStamps, id);
      kit.treeChanged(id);
    }
    for (const id of surveys) bump(this.inside.surveyStamps, id);
    return touched;
  }

  private follow({ before, now, struck }: Change, touched: Touching): void {
    const { things, index } = this.inside;
    const { entity, kind } = now;
    things.kindChanged(kind);
    if (SHARED_KINDS.has(kind)) touched.shared = true;
    const tree = index.ancestor(entity, 'tree');
    if (tree !== null) this.touchTree(tree, touched);
    if (kind === 'survey') touched.surveys.add(entity);
    for (const entry of [before, now]) {
      if (entry && (kind === 'tree' || kind === 'plot' || kind === 'stratum')) touched.surveys.add(surveyOf(entry));
    }
    // what its strike-out's maker had not seen brings a thing back, with what is part of it
    if (index.strikeOuts.isNamed(entity)) this.touchBelow(entity, touched);
    for (const id of struck) this.touchBelow(id, touched);
  }

  private touchTree(id: string, touched: Touching): void {
    if (touched.trees.has(id)) return;
    touched.trees.add(id);
    const entry = this.inside.index.entry(id);
    if (entry) touched.surveys.add(surveyOf(entry));
  }

  /** Something was struck out, or is there again, with everything that is part of it. */
  private touchBelow(id: string, touched: Touching): void {
    const { things, index } = this.inside;
    things.everythingChanged();
    const entry = index.entry(id);
    if (!entry || SHARED_KINDS.has(entry.kind)) touched.shared = true;
    // it is not here yet, and what is part of it may be anywhere
    if (!entry) return;
    const tree = index.ancestor(id, 'tree');
    if (tree !== null) {
      this.touchTree(tree, touched);
      return;
    }
    const survey = index.ancestor(id, 'survey');
    if (survey === null) return;
    touched.surveys.add(survey);
    for (const part of index.partsOf(survey)) if (index.entry(part)?.kind === 'tree') this.touchTree(part, touched);
  }
}

interface Touching {
  readonly trees: Set<string>;
  readonly surveys: Set<string>;
  shared: boolean;
}

function emptyInside(): Inside {
  const index = new RecordIndex();
  const things = new Things(index);
  return {
    index,
    things,
    kit: new Kit(things),
    treeStamps: new Map(),
    surveyStamps: new Map(),
    sharedStamp: 0,
    trees: new Map(),
  };
}

/** The survey that a tree, plot or stratum is part of; of one that is retracted as it was said last. */
const surveyOf = ({ body, history }: Entry): string => ((body ?? history.at(-1)?.body ?? {}) as { readonly survey?: string }).survey ?? '';

const AT_ONCE = 5000;

const bump = (stamps: Map<string, number>, id: string) => stamps.set(id, (stamps.get(id) ?? 0) + 1);

export type { BookTree };
