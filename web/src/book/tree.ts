import type { Reading, SpeciesFigures } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import { withoutNulls } from '../contract/without-nulls';
import { type AsCalled, asCalled } from './called';
import type { Entry } from './entry';
import type { Kit } from './kit';
import { type Seen, seenOf } from './seen';
import { takenAs } from './taken-as';
import type { Stated, Things } from './things';
import { byEntity, currentOf, type Entity, isContested } from './versions';

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
  readonly record: Stated<'tree'>;
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
  /** Itself and what is part of it, where two people said different things at once: the later is in use until a person chooses. */
  readonly contested: readonly Entry[];
  /** Strike-outs of it or of its plot that did not know all of it: it stays until a person decides. */
  readonly openStrikeOuts: readonly RecordOf<'strike-out'>[];
  /** What was doubted of it and found right by somebody. */
  readonly confirmed: readonly Seen[];
}

/** Gathers one tree. Readings of another visit are another measurement: they are never averaged with these. */
export function gatherTree(things: Things, kit: Kit, record: Stated<'tree'>): BookTree {
  const trunks = things.entitiesOf(record.entity, 'stem');
  const stems = stemsOf(trunks);
  const names = new Map(stems.map((s) => [s.id, s.name]));
  const [only] = trunks;
  // what is filed under one thing is in the order of its making
  const all =
    only && trunks.length === 1
      ? things.entitiesOf(only.entity, 'reading')
      : trunks.flatMap((s) => things.entitiesOf(s.entity, 'reading')).sort(byEntity);
  const byVisit = new Map<string, ReadingEntity[]>();
  for (const entity of all) {
    const { visit } = entity.body ?? (entity.history.at(-1) as RecordOf<'reading'>).body;
    const own = byVisit.get(visit);
    if (own) own.push(entity);
    else byVisit.set(visit, [entity]);
  }
  const visits = [...byVisit]
    .map(([id, readings]): BookVisit => {
      const person = readings.at(-1)?.history.at(-1)?.person;
      return {
        id,
        on: things.find('visit', id)?.body.on ?? '',
        readings,
        inForce: inForceOf(kit, readings, names, record.body.survey),
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
    confirmed: seenOf(things.partsOf(record.entity, 'confirmation')),
    openStrikeOuts: things.openStrikeOuts(record.entity),
    contested: [things.entity(record.entity), ...trunks, ...things.entitiesOf(record.entity, 'visit'), ...(last?.readings ?? all)].filter(
      (e) => e !== undefined && isContested(e),
    ) as unknown as readonly Entry[],
  };
}

function stemsOf(trunks: readonly Entity<RecordOf<'stem'>>[]): BookTree['stems'] {
  const taken = new Set<string>();
  return trunks
    .flatMap((t) => currentOf(t) ?? [])
    .sort((a, b) => a.body.number - b.body.number || (a.entity < b.entity ? -1 : 1))
    .map((s) => {
      // two devices may both have made a stem 2: they stay two
      let name = String(s.body.number);
      while (taken.has(name)) name += '′';
      taken.add(name);
      return { id: s.entity, number: s.body.number, name };
    });
}

function inForceOf(kit: Kit, readings: readonly ReadingEntity[], stems: ReadonlyMap<string, string>, survey: string): readonly Reading[] {
  const inForce: Reading[] = [];
  for (const e of readings) {
    const thing = currentOf(e);
    const name = thing && stems.get(thing.body.stem);
    if (!thing || !name) continue;
    const { station, instrument } = thing.body;
    const { person, at } = takenAs(thing);
    const read = kit.join(withoutNulls(thing.body.read), { person, instrument, at, survey });
    const own: { id: string; stem?: string; station?: string } = { ...read, id: e.entity };
    if (name !== '1') own.stem = name;
    if (station) own.station = station;
    inForce.push(own as Reading);
  }
  return inForce;
}

/** Whether two trees say the same: made anew, nothing that follows from a tree need be. */
export const sameTree = (a: BookTree, b: BookTree): boolean => JSON.stringify(a) === JSON.stringify(b);
