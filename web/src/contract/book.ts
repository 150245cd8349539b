import { type Entity, entitiesOf, type Reading, type SpeciesFigures, settled } from '@arbolito/core';
import type { AnyRecord, RecordOf } from './envelope';
import type { Kind } from './records/index';

type Found<K extends Kind> = Entity<RecordOf<K>>;

/** A tree with all that was read of it, ready to be derived. */
export interface BookTree {
  readonly id: string;
  readonly record: RecordOf<'tree'>;
  readonly readings: readonly Found<'reading'>[];
  /** Eye height of whoever took the last reading, metres; null when nobody said. */
  readonly eyeHeight: number | null;
  /** Readings in force, oldest first, as the core takes them. */
  readonly inForce: readonly Reading[];
  /** Entities whose versions contradict each other: their readings are withheld until a person decides. */
  readonly contested: readonly Entity<AnyRecord>[];
}

/** What a set of records says, whatever order they came in. */
export class Book {
  private readonly entities = new Map<string, Entity<AnyRecord>>();
  private readonly byKind = new Map<Kind, Entity<AnyRecord>[]>();
  private readonly ofTree = new Map<string, Found<'reading'>[]>();
  private readonly treeOfStem = new Map<string, string>();
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
    for (const stem of this.all('stem')) this.treeOfStem.set(stem.id, stem.body.tree);
    for (const reading of this.kind('reading')) {
      const first = reading.history[0] as RecordOf<'reading'>;
      const tree = this.treeOfStem.get(first.body.stem);
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
    if (!record) return null;
    const readings = this.ofTree.get(id) ?? [];
    const contested = readings.filter((e) => e.heads.length > 1);
    const inForce = readings.flatMap((e): Reading[] => {
      const head = settled(e);
      if (!head) return [];
      const sigma = this.find('instrument', head.body.instrument)?.body.sigma;
      return [
        {
          ...head.body.read,
          id: e.id,
          ...(head.body.station ? { station: head.body.station } : {}),
          ...(sigma != null && sigmaFits(head) ? { sigma } : {}),
        } as Reading,
      ];
    });
    const person = this.find('person', readings.at(-1)?.history.at(-1)?.person);
    return {
      id,
      record,
      readings,
      inForce,
      eyeHeight: person?.body.eyeHeight ?? null,
      contested: contested as unknown as readonly Entity<AnyRecord>[],
    };
  }

  /** The trees of a survey, in the order of their making. */
  treesOf(survey: string): readonly RecordOf<'tree'>[] {
    return this.all('tree').filter((t) => t.body.survey === survey);
  }

  speciesFigures(tree: RecordOf<'tree'>): SpeciesFigures {
    return this.find('species', tree.body.species)?.body.figures ?? {};
  }
}

/** An instrument's sigma is an angle's or a diameter's own; a tape's is a share and needs the distance. */
const sigmaFits = (reading: RecordOf<'reading'>) => reading.body.read.kind === 'angle' || reading.body.read.kind === 'diameter';
