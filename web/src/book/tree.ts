import type { Reading, SpeciesFigures } from '@arbolito/core';
import type { AnyRecord, RecordOf } from '../contract/envelope';
import { withoutNulls } from '../contract/without-nulls';
import { type AsCalled, asCalled } from './called';
import type { Kit } from './kit';
import type { Things } from './things';
import { byId, type Entity, isContested, settled } from './versions';

export type ReadingEntity = Entity<RecordOf<'reading'>>;

/** One time of coming to a tree, with what was read then. */
export interface BookVisit {
  readonly id: string;
  readonly on: string;
  readonly readings: readonly ReadingEntity[];
  /** In force, oldest first, as the core takes them. */
  readonly inForce: readonly Reading[];
  /** Eye height of whoever took the last reading, metres; null when nobody said. */
  readonly eyeHeight: number | null;
}

/** A tree with all that was read of it, ready to be derived. Nothing of it ever changes: a tree that does is another. */
export interface BookTree {
  readonly id: string;
  readonly record: RecordOf<'tree'>;
  readonly species: SpeciesFigures;
  /** Its stems by number. */
  readonly stems: readonly { readonly id: string; readonly number: number; readonly name: string }[];
  /** Oldest first; the last one counts. */
  readonly visits: readonly BookVisit[];
  /** Of the last visit. */
  readonly readings: readonly ReadingEntity[];
  /** Eye height of whoever took the last reading, metres; null when nobody said. */
  readonly eyeHeight: number | null;
  /** Of the last visit, oldest first, as the core takes them. */
  readonly inForce: readonly Reading[];
  /** What was called of it and still holds: no reading of any visit has taken its place. */
  readonly called: AsCalled;
  /** Things whose versions contradict each other: what hangs on them is withheld until a person decides. */
  readonly contested: readonly Entity<AnyRecord>[];
  /** What was doubted of it and found right by somebody. */
  readonly confirmed: readonly RecordOf<'confirmation'>[];
}

/** Gathers one tree. Readings of another visit are another measurement: they are never averaged with these. */
export function gatherTree(things: Things, kit: Kit, record: RecordOf<'tree'>): BookTree {
  const trunks = things.entitiesOf(record.entity, 'stem');
  const stems = stemsOf(trunks);
  const names = new Map(stems.map((s) => [s.id, s.name]));
  const [only] = trunks;
  // what is filed under one thing is in the order of its making
  const all =
    only && trunks.length === 1
      ? things.entitiesOf(only.id, 'reading')
      : trunks.flatMap((s) => things.entitiesOf(s.id, 'reading')).sort(byId);
  const byVisit = new Map<string, ReadingEntity[]>();
  for (const entity of all) {
    const { visit } = (entity.heads.at(-1) ?? (entity.history.at(-1) as RecordOf<'reading'>)).body;
    const own = byVisit.get(visit);
    if (own) own.push(entity);
    else byVisit.set(visit, [entity]);
  }
  const visits = [...byVisit]
    .map(([id, readings]): BookVisit => {
      const person = readings.at(-1)?.history.at(-1)?.person;
      return {
        id,
        on: things.entity<'visit'>(id)?.heads.at(-1)?.body.on ?? '',
        readings,
        inForce: inForceOf(kit, readings, names, record.body.survey, isUndecided(things, id)),
        eyeHeight: person ? kit.bodyMeasure(person, 'eye-height') : null,
      };
    })
    .filter((v) => v.readings.some((r) => r.heads.length > 0))
    .sort((a, b) => (a.on === b.on ? (a.id < b.id ? -1 : 1) : a.on < b.on ? -1 : 1));
  const last = visits.at(-1);
  return {
    id: record.entity,
    record,
    species: things.find('species', record.body.species)?.body.figures ?? {},
    stems,
    visits,
    readings: last?.readings ?? all,
    inForce: last?.inForce ?? [],
    called: asCalled(
      record.body.called,
      visits.flatMap((v) => v.inForce),
    ),
    eyeHeight: last?.eyeHeight ?? null,
    confirmed: things.partsOf(record.entity, 'confirmation'),
    contested: [...trunks, ...things.entitiesOf(record.entity, 'visit'), ...(last?.readings ?? all)].filter(
      isContested,
    ) as readonly Entity<AnyRecord>[],
  };
}

/** Whether the versions of a thing contradict each other. */
const isUndecided = (things: Things, id: string) => {
  const entity = things.entity(id);
  return entity !== undefined && isContested(entity);
};

function stemsOf(trunks: readonly Entity<RecordOf<'stem'>>[]): BookTree['stems'] {
  const taken = new Set<string>();
  return trunks
    .flatMap((t) => settled(t) ?? [])
    .sort((a, b) => a.body.number - b.body.number || (a.entity < b.entity ? -1 : 1))
    .map((s) => {
      // two devices may both have made a stem 2: they stay two
      let name = String(s.body.number);
      while (taken.has(name)) name += '′';
      taken.add(name);
      return { id: s.entity, number: s.body.number, name };
    });
}

function inForceOf(
  kit: Kit,
  readings: readonly ReadingEntity[],
  stems: ReadonlyMap<string, string>,
  survey: string,
  withheld: boolean,
): readonly Reading[] {
  const inForce: Reading[] = [];
  if (withheld) return inForce;
  for (const e of readings) {
    const head = settled(e);
    const name = head && stems.get(head.body.stem);
    // what hangs on a stem that two people say differently is nobody's yet
    if (!head || !name) continue;
    const { station, instrument } = head.body;
    const read = kit.join(withoutNulls(head.body.read), { person: head.person, instrument, at: head.at, survey });
    const own: { id: string; stem?: string; station?: string } = { ...read, id: e.id };
    if (name !== '1') own.stem = name;
    if (station) own.station = station;
    inForce.push(own as Reading);
  }
  return inForce;
}

/** Whether two trees say the same: made anew, nothing that follows from a tree need be. */
export const sameTree = (a: BookTree, b: BookTree): boolean => JSON.stringify(a) === JSON.stringify(b);
