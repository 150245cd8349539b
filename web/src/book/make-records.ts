import type { AngleReading, AngleScale, AngleTarget, LineReading, Reading, ToolName, UnitSystem } from '@arbolito/core';
import type { AnyRecord, BodyOf, RecordOf } from '../contract/envelope';
import { KINDS, type Kind } from '../contract/kinds/index';
import type { PlaceInput } from '../contract/sampling';
import type { Book } from './book';
import type { Determination } from './determinations';
import { SINGLE_TREES } from './single-trees';
import { type Instruments, instrumentOf, ofNoStation, ofStem, slotOf } from './slots';
import type { Thing } from './things';
import type { ReadingEntity } from './tree';
import { currentOf } from './versions';

/** Who makes records, when, with what ids: passed in, so that making them is a pure function. */
export interface Maker {
  readonly device: string;
  readonly person: string | null;
  readonly now: Date;
  readonly newId: () => string;
}

/**
 * A record of a kind.
 * @param previous the thing that it is a new version of; left out for a new thing
 * @throws NewerThing where a newer program wrote the thing: what this one does not know of it would be lost
 */
export function makeRecord<K extends Kind>(maker: Maker, kind: K, body: BodyOf<K>, previous?: Thing<K>, id = maker.newId()): RecordOf<K> {
  const { device, person, now } = maker;
  if (previous?.newer) throw new NewerThing();
  // all that are in force: several where two people changed one version
  const [supersedes = null, ...also] = (previous?.heads ?? []).map((h) => h.id);
  return {
    id,
    entity: previous?.entity ?? id,
    supersedes,
    ...(also.length > 0 ? { alsoSupersedes: also } : {}),
    kind,
    schema: KINDS[kind].schema,
    device,
    person,
    at: now.toISOString(),
    body,
  };
}

/** Thrown where a thing is to be changed that a newer program wrote. */
export class NewerThing extends Error {
  constructor() {
    super('A newer Arbolito wrote this. Reload this page before you change it.');
  }
}

/** Takes a thing out of the book with all that is part of it that is seen here. @param parts of a plot its trees */
export const strikeOutOf = (maker: Maker, book: Book, entity: string, reason: string, parts: readonly string[] = []) => {
  const seen = book.seenOf(entity, parts);
  return makeRecord(maker, 'strike-out', { entity, reason: reason.trim() || null, ...(seen ? { seen: [...seen] } : {}) });
};

/** Takes one version of anything back, also a strike-out. */
export const retractionOf = (maker: Maker, record: string, reason: string): RecordOf<'retraction'> =>
  makeRecord(maker, 'retraction', { record, reason });

/** A stem in hand: its id where the book has it, else its number. */
export interface StemInHand {
  readonly id: string | null;
  readonly number: number;
}
export const FIRST: StemInHand = { id: null, number: 1 };

/** Where a reading belongs. The tree and its survey may not be in the book yet: they are made with the first reading. */
export interface TreePlace {
  readonly tree: string;
  /** null: the single trees. */
  readonly survey: string | null;
  readonly tag: string;
  /** The plot one stands in, where the survey has plots, and where on it, as that was found. */
  readonly plot: string | null;
  readonly stands?: PlaceInput | null;
  readonly species: string | null;
  /** Units of single trees. */
  readonly units: UnitSystem;
  /** The stem that diameters and what is said of a trunk belong to. */
  readonly stem: StemInHand;
  /** The first reading begins a new visit. */
  readonly newVisit: boolean;
  readonly determination: Determination;
  readonly instruments?: Instruments;
}

export type Mode = { readonly as: 'first' } | { readonly as: 'again' } | { readonly as: 'correction'; readonly of: Thing<'reading'> };

/** The book with what is being made for it: what one gesture makes is there for the rest of that gesture. */
class Making {
  readonly made: AnyRecord[] = [];

  constructor(
    private readonly maker: Maker,
    private readonly book: Book,
    /** Of the gesture so far. */
    private readonly earlier: readonly AnyRecord[],
  ) {}

  make<K extends Kind>(kind: K, body: BodyOf<K>, id?: string): string {
    const record = makeRecord(this.maker, kind, body, undefined, id);
    this.made.push(record as AnyRecord);
    return record.id;
  }

  find<K extends Kind>(kind: K, id: string): Pick<RecordOf<K>, 'entity' | 'body'> | null {
    return this.book.find(kind, id) ?? this.own(kind).find((r) => r.entity === id) ?? null;
  }

  /** What is filed under a thing, in the book and made since. */
  partsOf<K extends Kind>(id: string, kind: K, folder: keyof BodyOf<K>): readonly Pick<RecordOf<K>, 'entity' | 'body'>[] {
    return [...this.book.partsOf(id, kind), ...this.own(kind).filter((r) => (r.body as BodyOf<K>)[folder] === id)];
  }

  private own<K extends Kind>(kind: K): readonly RecordOf<K>[] {
    return [...this.earlier, ...this.made].filter((r) => r.kind === kind) as unknown as readonly RecordOf<K>[];
  }
}

/**
 * The records that keeping one reading takes: the reading, and whatever it hangs on that is not there yet.
 * @param from which of two stations it is read from
 * @param earlier records of the same gesture, which are not in the book yet
 * @returns parents first
 */
export function recordsForReading(
  maker: Maker,
  book: Book,
  place: TreePlace,
  read: Reading,
  typed: string,
  mode: Mode,
  from: 'near' | 'far' = 'near',
  earlier: readonly AnyRecord[] = [],
): AnyRecord[] {
  if (mode.as === 'correction') {
    const before = mode.of.body.read;
    // a corrected baseline still leads to the station that was sighted from
    const corrected = read.kind === 'baseline' && before.kind === 'baseline' ? { ...read, far: before.far } : read;
    return [makeRecord(maker, 'reading', { ...mode.of.body, typed, read: corrected }, mode.of) as AnyRecord];
  }
  const here = new Making(maker, book, earlier);
  const survey = surveyOf(here, place);
  const stem = stemOf(here, place, read);
  const visit = (place.newVisit ? null : lastVisit(here, place.tree)) ?? here.make('visit', { tree: place.tree, on: localDate(maker.now) });
  const { quantity, method, sighted } = determinationOf(read, place.determination);
  const known = place.newVisit ? null : sighted ? place.determination.id : sameDetermination(here, { stem, visit, quantity, method });
  const protocol = here.find('survey', survey)?.body.protocol ?? '';
  const determination = known ?? here.make('determination', { stem, visit, quantity, method, protocol });
  const newStation = () => here.make('station', { visit, number: 1 + here.partsOf(visit, 'station', 'visit').length });
  const near = sighted ? ((place.newVisit ? null : place.determination.station) ?? newStation()) : null;
  // a baseline begins the farther station, and everything read there belongs to it
  const whole = read.kind === 'baseline' ? { ...read, far: newStation() } : read;
  const station = from === 'far' ? place.determination.far : near;
  const shots = place.newVisit ? 0 : (book.tree(place.tree)?.readings ?? []).filter((e) => isOfSlot(e, stem, station, read)).length;
  here.make('reading', {
    stem,
    visit,
    determination,
    station,
    shot: mode.as === 'again' ? shots + 1 : 1,
    instrument: instrumentOf(read, place.instruments ?? {}),
    calibration: null,
    typed,
    read: whole,
  });
  return here.made;
}

/** The survey of the tree in hand; with the tree's first reading the tree is made in it. */
function surveyOf(here: Making, { tree, plot, stands = null, tag, species, ...place }: TreePlace): string {
  const there = here.find('tree', tree);
  if (there) return there.body.survey;
  const survey = place.survey ?? singleTrees(place.units, here);
  const nowhere = { azimuth: null, distance: null, longitude: null, latitude: null };
  here.make('tree', { survey, plot, tag, species, ...nowhere, ...(stands ? { place: stands } : {}), note: null }, tree);
  return survey;
}

/** Heights are the whole tree's, and hang on its first stem. */
function stemOf(here: Making, place: TreePlace, read: Reading): string {
  const { id, number } = ofStem(read) ? place.stem : FIRST;
  const stems = here.partsOf(place.tree, 'stem', 'tree');
  const known = id === null ? stems.find((s) => s.body.number === number) : stems.find((s) => s.entity === id);
  return known?.entity ?? here.make('stem', { tree: place.tree, number }, id ?? undefined);
}

const isOfSlot = (e: ReadingEntity, stem: string | undefined, station: string | null, read: Reading) =>
  e.body !== null && e.body.stem === stem && e.body.station === station && slotOf(e.body.read) === slotOf(read);

/**
 * The records for a whole tree typed on one line: each reading corrects the one its slot has, or is its first.
 * @param how the tool and way of taping meant
 */
export function recordsForLine(maker: Maker, book: Book, place: TreePlace, line: readonly LineReading[], how: LineWay): AnyRecord[] {
  const made: AnyRecord[] = [];
  let { determination, newVisit } = place;
  const own = newVisit ? null : book.tree(place.tree);
  for (const { target, typed, length, angle } of line) {
    const read = lineReading(target, length, angle, how);
    const { id, number } = ofStem(read) ? place.stem : FIRST;
    const stem = (own?.stems ?? []).find((s) => (id === null ? s.number === number : s.id === id))?.id;
    const station = ofNoStation(read) ? null : determination.station;
    const before = own?.readings.findLast((e) => isOfSlot(e, stem, station, read));
    const known = currentOf(before);
    const mode: Mode = known ? { as: 'correction', of: known } : { as: 'first' };
    made.push(...recordsForReading(maker, book, { ...place, determination, newVisit }, read, typed, mode, 'near', made));
    newVisit = false;
    const kept = made.at(-1);
    if (kept?.kind === 'reading' && kept.body.station !== null)
      determination = { ...determination, id: kept.body.determination, station: kept.body.station };
  }
  return made;
}

/** How the values of a line were taken. A diameter from afar does not fit on one. */
export interface LineWay {
  readonly to: 'axis' | 'bark';
  readonly scale: AngleScale;
  readonly along: 'level' | 'slope';
  readonly tool: Exclude<ToolName, 'optical'>;
  /** Where the tape lay, and why. */
  readonly tape: { readonly pom: number; readonly why: string | null } | null;
}

function lineReading(target: LineReading['target'], length: LineReading['length'], angle: LineReading['angle'], how: LineWay): Reading {
  if (length && target === 'dbh')
    return { kind: 'diameter', tool: how.tool, value: length.value, unit: length.unit, ...tapeFields(how.tape) };
  if (length && target === 'distance') return { kind: 'distance', value: length.value, unit: length.unit, along: how.along, to: how.to };
  if (angle && (target === 'tip' || target === 'base')) return angleReading(target, angle.value, angle.scale);
  throw new Error(`a line holds no ${target}`);
}

/** A sighting as it is kept. */
export function angleReading(target: AngleTarget, value: number, scale: AngleScale): AngleReading {
  const more =
    scale.kind === 'fixed' ? { scaleDistance: scale.distance } : scale.kind === 'dial' ? { level: scale.level, grows: scale.grows } : {};
  return { kind: 'angle', target, value, scale: scale.kind, ...more };
}

/** Where a diameter was read, as it goes into the record. */
export const tapeFields = (tape: LineWay['tape']) => (tape ? { pom: tape.pom, ...(tape.why ? { why: tape.why } : {}) } : {});

function determinationOf(
  read: Reading,
  { method }: Determination,
): { readonly quantity: 'dbh' | 'height' | 'merchantable'; readonly method: string; readonly sighted: boolean } {
  if (read.kind === 'trunk') return { quantity: 'dbh', method: 'trunk', sighted: false };
  if (read.kind === 'diameter' || read.kind === 'optical-diameter') {
    const slot = slotOf(read);
    return { quantity: 'dbh', method: slot === 'dbh' ? 'tape' : slot.replace('dbh:', ''), sighted: false };
  }
  if (read.kind === 'logs' || read.kind === 'merchantable-height') return { quantity: 'merchantable', method: 'told', sighted: false };
  return { quantity: 'height', method, sighted: true };
}

function sameDetermination(
  here: Making,
  { stem, visit, quantity, method }: { readonly stem: string; readonly visit: string; readonly quantity: string; readonly method: string },
): string | null {
  const same = here
    .partsOf(visit, 'determination', 'visit')
    .findLast((d) => d.body.stem === stem && d.body.quantity === quantity && d.body.method === method);
  return same?.entity ?? null;
}

function lastVisit(here: Making, tree: string): string | null {
  const own = here.partsOf(tree, 'visit', 'tree');
  return own.reduce<(typeof own)[number] | null>((a, b) => (a && a.body.on > b.body.on ? a : b), null)?.entity ?? null;
}

/** The survey of single trees in a system of units, which is made with the first tree of it. */
function singleTrees(units: UnitSystem, here: Making): string {
  const { protocol, survey } = SINGLE_TREES[units];
  if (!here.find('protocol', protocol.id)) here.made.push(protocol);
  if (!here.find('survey', survey.id)) here.made.push(survey);
  return survey.id;
}

/** The date on the person's own calendar. */
export function localDate(d: Date): string {
  return `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`;
}
