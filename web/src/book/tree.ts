import {
  type AnyDiameter,
  DomainError,
  deriveTree,
  type JudgedTool,
  type Pace,
  type PreviousDiameter,
  type PreviousHeight,
  type ProtocolOptions,
  type Reading,
  toolOf,
  yearsBetween,
} from '@arbolito/core';
import type { AnyRecord, RecordOf } from '../contract/envelope';
import type { BodyMeasure } from '../contract/records/body-measure';
import type { Kind } from '../contract/records/index';
import { withoutNulls } from '../contract/without-nulls';
import { correctionAt, type InstrumentCheck } from './instrument-checks';
import { scaleEndOf } from './instrument-scale';
import type { ToolRecords } from './paired-diameters';
import { type Entity, settled } from './versions';

type ReadingEntity = Entity<RecordOf<'reading'>>;

/** What gathering a tree asks of the book. */
export interface Lookup {
  find<K extends Kind>(kind: K, id: string | null | undefined): RecordOf<K> | null;
  stemsOf(tree: string): readonly RecordOf<'stem'>[];
  bodyMeasure(person: string, what: BodyMeasure): number | null;
  readonly toolRecords: ToolRecords;
  checksOf(instrument: string): readonly InstrumentCheck[];
  paceOn(person: string, day: string): Pace | null;
}

/** One time of coming to a tree, with what was read then. */
export interface BookVisit {
  readonly id: string;
  readonly on: string;
  readonly readings: readonly ReadingEntity[];
  /** In force, oldest first, as the core takes them. */
  readonly inForce: readonly Reading[];
}

/** A tree with all that was read of it, ready to be derived. */
export interface BookTree {
  readonly id: string;
  readonly record: RecordOf<'tree'>;
  /** Its stems by number. */
  readonly stems: readonly { readonly id: string; readonly name: string }[];
  /** Oldest first; the last one counts. */
  readonly visits: readonly BookVisit[];
  /** Of the last visit. */
  readonly readings: readonly ReadingEntity[];
  /** Eye height of whoever took the last reading, metres; null when nobody said. */
  readonly eyeHeight: number | null;
  /** Of the last visit, oldest first, as the core takes them. */
  readonly inForce: readonly Reading[];
  /** Entities whose versions contradict each other: their readings are withheld until a person decides. */
  readonly contested: readonly Entity<AnyRecord>[];
}

/** Gathers one tree. Readings of another visit are another measurement: they are never averaged with these. */
export function bookTree(book: Lookup, record: RecordOf<'tree'>, all: readonly ReadingEntity[]): BookTree {
  const stems = stemsOf(book, record.entity);
  const names = new Map(stems.map((s) => [s.id, s.name]));
  const byVisit = new Map<string, ReadingEntity[]>();
  for (const entity of all) {
    const visit = (entity.history[0] as RecordOf<'reading'>).body.visit;
    byVisit.set(visit, [...(byVisit.get(visit) ?? []), entity]);
  }
  const visits = [...byVisit]
    .map(([id, readings]) => ({ id, on: book.find('visit', id)?.body.on ?? '', readings, inForce: inForceOf(book, readings, names) }))
    .filter((v) => v.readings.some((r) => r.heads.length > 0))
    .sort((a, b) => (a.on === b.on ? (a.id < b.id ? -1 : 1) : a.on < b.on ? -1 : 1));
  const last = visits.at(-1);
  const readings = last?.readings ?? all;
  const person = readings.at(-1)?.history.at(-1)?.person;
  return {
    id: record.entity,
    record,
    stems,
    visits,
    readings,
    inForce: last?.inForce ?? [],
    eyeHeight: person ? book.bodyMeasure(person, 'eye-height') : null,
    contested: readings.filter((e) => e.heads.length > 1) as unknown as readonly Entity<AnyRecord>[],
  };
}

function stemsOf(book: Lookup, tree: string): BookTree['stems'] {
  const taken = new Set<string>();
  return book.stemsOf(tree).map((s) => {
    // two devices may both have made a stem 2: they stay two
    let name = String(s.body.number);
    while (taken.has(name)) name += '′';
    taken.add(name);
    return { id: s.id, name };
  });
}

function inForceOf(book: Lookup, readings: readonly ReadingEntity[], stems: ReadonlyMap<string, string>): readonly Reading[] {
  return readings.flatMap((e): Reading[] => {
    const head = settled(e);
    if (!head) return [];
    const { station, stem, instrument } = head.body;
    const name = stems.get(stem);
    const read = withoutNulls(head.body.read);
    return [
      {
        ...instrumentFigures(book, instrument, head.at, read),
        ...ownFigures(book, head.person, head.at, read),
        ...read,
        id: e.id,
        ...(name && name !== '1' ? { stem: name } : {}),
        ...(station ? { station } : {}),
      } as Reading,
    ];
  });
}

/** What the instrument's record knows of its readings: its own error, and what its checks put right. */
export function instrumentFigures(book: Lookup, id: string | null, at: string, read: Reading): object {
  const instrument = book.find('instrument', id)?.body;
  if (!instrument || !id) return {};
  const { sigma } = instrument;
  const checks = book.checksOf(id);
  const of = (what: 'two-way' | 'base') =>
    correctionAt(
      checks.filter((c) => c.what === what),
      at,
    );
  // ultrasound was last checked in air of a known warmth
  const warmth = checks.findLast((c) => c.what === 'base' && c.at <= at)?.found.celsius;
  const air = warmth === undefined ? {} : { checkedCelsius: warmth };
  switch (read.kind) {
    case 'diameter':
      return sigma == null ? {} : { sigma };
    case 'angle': {
      const scaleEnd = scaleEndOf(instrument.scale);
      return { ...(sigma == null ? {} : { sigma }), ...(scaleEnd === null ? {} : { scaleEnd }), ...of('two-way') };
    }
    case 'shot':
      // a laser's own error is a length, an ultrasonic instrument's a share
      return { ...(sigma == null ? {} : read.by === 'laser' ? { sigma } : { sigmaShare: sigma }), ...of('two-way'), ...of('base'), ...air };
    case 'distance':
      return { ...(sigma == null ? {} : read.by === 'laser' ? { sigma } : { sigmaShare: sigma }), ...of('base'), ...air };
    default:
      return {};
  }
}

/** What the kit knows of this person with this tool: reach, pace, and the error that their own readings have shown. */
export function ownFigures(book: Lookup, person: string | null, at: string, read: Reading): object {
  if (!person) return {};
  switch (read.kind) {
    case 'stick':
    case 'log-scale':
      return reachOf(book, person);
    case 'paces': {
      const own = book.paceOn(person, at.slice(0, 10));
      return own ? { pace: own.pace, ...(own.spread ? { sigmaShare: own.spread } : {}) } : {};
    }
    case 'diameter':
    case 'optical-diameter': {
      const record = book.toolRecords.get(person)?.get(toolOf(read as AnyDiameter) as JudgedTool);
      const reach = read.kind === 'diameter' && read.tool === 'biltmore-stick' ? reachOf(book, person) : {};
      return { ...reach, ...(record ? { sigmaShare: record.sigma } : {}) };
    }
    default:
      return {};
  }
}

function reachOf(book: Lookup, person: string): object {
  const reach = book.bodyMeasure(person, 'reach');
  return reach === null ? {} : { reach };
}

/** What the visit before gave, as the checks take it: stem by stem its diameters, and its height. */
export interface Before {
  readonly previous: readonly PreviousDiameter[];
  readonly previousHeight?: PreviousHeight;
}
const NOTHING_BEFORE: Before = { previous: [] };

/**
 * What the last of some visits gave.
 * @param visits earlier ones, oldest first
 * @param on the day of the visit that follows
 */
export function visitBefore(visits: readonly BookVisit[], on: string, protocol: ProtocolOptions): Before {
  const last = visits.at(-1);
  if (!last) return NOTHING_BEFORE;
  try {
    const { stems, height } = deriveTree({ readings: last.inForce, protocol });
    const years = Math.max(0, yearsBetween(last.on, on));
    return {
      previous: stems.flatMap(({ stem, dbh }) =>
        dbh.ok ? [{ stem, diameter: dbh.value.unrounded, sigma: dbh.value.sigma, pom: dbh.value.pom, years }] : [],
      ),
      ...(height.ok ? { previousHeight: { height: height.value.value, sigma: height.value.sigma, years } } : {}),
    };
  } catch (e) {
    if (e instanceof DomainError) return NOTHING_BEFORE;
    throw e;
  }
}
