import { calibratePace, type Pace, type SpeciesFigures } from '@arbolito/core';
import type { AnyRecord, RecordOf } from '../contract/envelope';
import type { BodyMeasure } from '../contract/records/body-measure';
import type { Kind } from '../contract/records/index';
import { checkOf, type InstrumentCheck } from './instrument-checks';
import { type ToolRecords, toolRecords } from './paired-diameters';
import { type PacePair, pacePairs } from './paired-distances';
import { type BookTree, bookTree } from './tree';
import { type Entity, entitiesOf, settled } from './versions';

type Found<K extends Kind> = Entity<RecordOf<K>>;

/** What a set of records says, whatever order they came in. */
export class Book {
  private readonly entities = new Map<string, Entity<AnyRecord>>();
  private readonly byKind = new Map<Kind, Entity<AnyRecord>[]>();
  private readonly ofTree = new Map<string, Found<'reading'>[]>();
  private readonly stems = new Map<string, RecordOf<'stem'>[]>();
  private tools: ToolRecords | null = null;
  private pairs: ReadonlyMap<string, readonly PacePair[]> | null = null;
  private checks: ReadonlyMap<string, readonly InstrumentCheck[]> | null = null;
  private readonly versions = new Map<string, AnyRecord>();

  constructor(records: Iterable<AnyRecord>) {
    const all = [...records];
    const retracted = new Set(all.flatMap((r) => (r.kind === 'retraction' ? [r.body.record] : [])));
    for (const record of all) this.versions.set(record.id, record);
    for (const entity of entitiesOf(all, retracted)) {
      const kind = entity.history[0]?.kind as Kind;
      this.entities.set(entity.id, entity);
      const list = this.byKind.get(kind);
      if (list) list.push(entity);
      else this.byKind.set(kind, [entity]);
    }
    const treeOfStem = new Map<string, string>();
    for (const stem of this.all('stem')) {
      treeOfStem.set(stem.id, stem.body.tree);
      const own = this.stems.get(stem.body.tree);
      if (own) own.push(stem);
      else this.stems.set(stem.body.tree, [stem]);
    }
    for (const reading of this.kind('reading')) {
      const first = reading.history[0] as RecordOf<'reading'>;
      const tree = treeOfStem.get(first.body.stem);
      if (tree === undefined) continue;
      const list = this.ofTree.get(tree);
      if (list) list.push(reading);
      else this.ofTree.set(tree, [reading]);
    }
  }

  /** The same book with more records in it. */
  with(records: Iterable<AnyRecord>): Book {
    return new Book([...this.versions.values(), ...records]);
  }

  /** Every entity of a kind, settled or not, retracted ones too. */
  kind<K extends Kind>(kind: K): readonly Found<K>[] {
    return (this.byKind.get(kind) ?? []) as unknown as readonly Found<K>[];
  }

  /** The version in force of every settled entity of a kind. Its `id` is the entity's, which others refer to. */
  all<K extends Kind>(kind: K): readonly RecordOf<K>[] {
    return this.kind(kind).flatMap((e) => {
      const head = settled(e as Entity<RecordOf<K>>);
      return head ? [{ ...head, id: head.entity }] : [];
    });
  }

  /** The version in force of one entity, or null. */
  find<K extends Kind>(kind: K, id: string | null | undefined): RecordOf<K> | null {
    const entity = id ? this.entities.get(id) : undefined;
    const head = entity ? settled(entity) : null;
    return head?.kind === kind ? (head as RecordOf<K>) : null;
  }

  /** One exact version, in force or not. */
  version<K extends Kind>(kind: K, id: string): RecordOf<K> | null {
    const record = this.versions.get(id);
    return record?.kind === kind ? (record as RecordOf<K>) : null;
  }

  tree(id: string): BookTree | null {
    const record = this.find('tree', id);
    return record && bookTree(this, record, this.ofTree.get(id) ?? []);
  }

  /** Stems of a tree, by number and then by age. */
  stemsOf(tree: string): readonly RecordOf<'stem'>[] {
    return (this.stems.get(tree) ?? []).toSorted((a, b) => a.body.number - b.body.number || (a.id < b.id ? -1 : 1));
  }

  /** A person's newest measure of a kind, else what their own record says; metres, null when nobody said. */
  bodyMeasure(person: string, what: BodyMeasure): number | null {
    const taken = this.bodyMeasures(person, what).at(-1);
    if (taken) return taken.body.value;
    const own = this.find('person', person)?.body;
    return (what === 'reach' ? own?.reach : what === 'eye-height' ? own?.eyeHeight : null) ?? null;
  }

  /** Every measure of a kind a person took, oldest first. */
  bodyMeasures(person: string, what: BodyMeasure): readonly RecordOf<'body-measure'>[] {
    return this.all('body-measure')
      .filter((m) => m.body.person === person && m.body.what === what)
      .sort((a, b) => (a.body.on === b.body.on ? (a.id < b.id ? -1 : 1) : a.body.on < b.body.on ? -1 : 1));
  }

  /** Every check of an instrument that counts, oldest first. */
  checksOf(instrument: string): readonly InstrumentCheck[] {
    this.checks ??= groupChecks(this.all('calibration'));
    return this.checks.get(instrument) ?? [];
  }

  /** A person's pace calibrations, oldest first. */
  pacesOf(person: string): readonly RecordOf<'pace-calibration'>[] {
    return this.all('pace-calibration')
      .filter((p) => p.body.person === person)
      .sort((a, b) => (a.body.on === b.body.on ? (a.id < b.id ? -1 : 1) : a.body.on < b.body.on ? -1 : 1));
  }

  /**
   * A person's pace on a day: the calibration in use then, refined by what was both paced and taped since; null without
   * either.
   */
  paceOn(person: string, day: string): Pace | null {
    const all = this.pacesOf(person);
    const inUse = all.findLast((p) => p.body.on <= day) ?? all[0];
    this.pairs ??= pacePairs(this.all('reading'));
    const since = (this.pairs.get(person) ?? []).filter((p) => !inUse || p.on >= inUse.body.on);
    const runs = [...(inUse?.body.runs ?? []), ...since];
    return runs.length > 0 ? calibratePace(runs) : null;
  }

  /** What paired readings say of each person with each tool; found once, when first asked for. */
  get toolRecords(): ToolRecords {
    this.tools ??= toolRecords(this.all('reading'), (person) => this.bodyMeasure(person, 'reach'));
    return this.tools;
  }

  /** The protocol a survey is measured under; null while its version has not arrived. */
  protocolOf(survey: RecordOf<'survey'>): RecordOf<'protocol'> | null {
    return this.version('protocol', survey.body.protocol);
  }

  /** The trees of a survey, in the order of their making. */
  treesOf(survey: string): readonly RecordOf<'tree'>[] {
    return this.all('tree').filter((t) => t.body.survey === survey);
  }

  speciesFigures(tree: RecordOf<'tree'>): SpeciesFigures {
    return this.find('species', tree.body.species)?.body.figures ?? {};
  }
}

function groupChecks(records: readonly RecordOf<'calibration'>[]): ReadonlyMap<string, readonly InstrumentCheck[]> {
  const by = new Map<string, InstrumentCheck[]>();
  for (const record of records) {
    const check = checkOf(record);
    if (check) by.set(record.body.instrument, [...(by.get(record.body.instrument) ?? []), check]);
  }
  for (const list of by.values()) list.sort((a, b) => (a.at < b.at ? -1 : 1));
  return by;
}

export type { BookTree };
