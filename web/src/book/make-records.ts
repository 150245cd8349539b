import {
  type AngleReading,
  type AngleScale,
  type AngleTarget,
  type HeightMethod,
  type LineReading,
  PRESETS,
  type PresetKey,
  type Reading,
  type ToolName,
  type UnitSystem,
} from '@arbolito/core';
import type { AnyRecord, BodyOf, RecordOf } from '../contract/envelope';
import type { Kind } from '../contract/records/index';
import type { Book } from './book';
import { type Instruments, instrumentOf, ofNoStation, ofStem, slotOf } from './slots';
import { settled } from './versions';

/** Who makes records, when, with what ids: passed in, so that making them is a pure function. */
export interface Maker {
  readonly device: string;
  readonly person: string | null;
  readonly now: Date;
  readonly newId: () => string;
}

export function makeRecord<K extends Kind>(
  maker: Maker,
  kind: K,
  body: BodyOf<K>,
  previous?: RecordOf<K>,
  id = maker.newId(),
): RecordOf<K> {
  const { device, person, now } = maker;
  return {
    id,
    entity: previous?.entity ?? id,
    supersedes: previous?.id ?? null,
    kind,
    schema: 1,
    device,
    person,
    at: now.toISOString(),
    body,
  };
}

/** Where a reading belongs. The tree and its survey may not be in the book yet: they are made with the first reading. */
export interface TreePlace {
  readonly tree: string;
  /** null: this device's single trees. */
  readonly survey: string | null;
  readonly tag: string;
  /** The plot one stands in, where the survey has plots. */
  readonly plot: string | null;
  readonly species: string | null;
  /** Units of single trees. */
  readonly units: UnitSystem;
  /** Number of the stem that diameters and what is said of a trunk belong to. */
  readonly stem: number;
  /** The first reading begins a new visit. */
  readonly newVisit: boolean;
  readonly setting: Setting;
  readonly instruments?: Instruments;
}

/** One setting-up of one method: a determination of the heights. */
export interface Setting {
  /** As the core names it. */
  readonly method: HeightMethod;
  /** Its determination and station in the book; null before its first reading. */
  readonly determination: string | null;
  readonly station: string | null;
  /** The farther station of two. */
  readonly far: string | null;
}
export const NEW_SETTING = (method: HeightMethod): Setting => ({ method, determination: null, station: null, far: null });

export type Mode = { readonly as: 'first' } | { readonly as: 'again' } | { readonly as: 'correction'; readonly of: RecordOf<'reading'> };

/**
 * The records that keeping one reading takes: the reading, and whatever it hangs on that is not there yet.
 * @param from which of two stations it is read from
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
): AnyRecord[] {
  const made: AnyRecord[] = [];
  const make = <K extends Kind>(kind: K, body: BodyOf<K>, id?: string): RecordOf<K> => {
    const record = makeRecord(maker, kind, body, undefined, id);
    made.push(record as AnyRecord);
    return record;
  };
  if (mode.as === 'correction') {
    const before = mode.of.body.read;
    // a corrected baseline still leads to the station that was sighted from
    const corrected = read.kind === 'baseline' && before.kind === 'baseline' ? { ...read, far: before.far } : read;
    return [makeRecord(maker, 'reading', { ...mode.of.body, typed, read: corrected }, mode.of) as AnyRecord];
  }

  const tree = book.find('tree', place.tree);
  const survey = tree?.body.survey ?? place.survey ?? singleTrees(maker, book, place.units, make);
  if (!tree)
    make(
      'tree',
      {
        survey,
        plot: place.plot,
        tag: place.tag,
        species: place.species,
        azimuth: null,
        distance: null,
        longitude: null,
        latitude: null,
        note: null,
      },
      place.tree,
    );
  const protocol =
    (book.find('survey', survey) ?? (made.find((r) => r.id === survey) as RecordOf<'survey'> | undefined))?.body.protocol ?? '';
  // heights are the whole tree's, and hang on its first stem
  const number = ofStem(read) ? place.stem : 1;
  const stem = book.stemsOf(place.tree).find((s) => s.body.number === number)?.id ?? make('stem', { tree: place.tree, number }).id;
  const visit = (place.newVisit ? null : lastVisit(book, place.tree)) ?? make('visit', { tree: place.tree, on: localDate(maker.now) }).id;
  const { quantity, method, sighted } = determinationOf(read, place.setting);
  const known = place.newVisit ? null : sighted ? place.setting.determination : sameDetermination(book, { stem, visit, quantity, method });
  const determination = known ?? make('determination', { stem, visit, quantity, method, protocol }).id;
  const newStation = () =>
    make('station', {
      visit,
      number: 1 + [...book.all('station'), ...made].filter((s) => s.kind === 'station' && s.body.visit === visit).length,
    }).id;
  const near = sighted ? ((place.newVisit ? null : place.setting.station) ?? newStation()) : null;
  // a baseline begins the farther station, and everything read there belongs to it
  const whole = read.kind === 'baseline' ? { ...read, far: newStation() } : read;
  const station = from === 'far' ? place.setting.far : near;
  const shots = place.newVisit
    ? 0
    : (book.tree(place.tree)?.readings ?? []).filter((e) =>
        e.heads.some((h) => h.body.stem === stem && h.body.station === station && slotOf(h.body.read) === slotOf(read)),
      ).length;
  make('reading', {
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
  return made;
}

/**
 * The records for a whole tree typed on one line: each reading corrects the one its slot has, or is its first.
 * @param how the tool and way of taping meant
 */
export function recordsForLine(maker: Maker, book: Book, place: TreePlace, line: readonly LineReading[], how: LineWay): AnyRecord[] {
  let growing = book;
  let { setting } = place;
  return line.flatMap(({ target, typed, length, angle }, i) => {
    const read = lineReading(target, length, angle, how);
    const own = place.newVisit && i === 0 ? null : growing.tree(place.tree);
    const stem = own?.stems.find((s) => s.name === String(ofStem(read) ? place.stem : 1))?.id;
    const station = ofNoStation(read) ? null : setting.station;
    const before = own?.readings.findLast((e) =>
      e.heads.some((h) => h.body.stem === stem && h.body.station === station && slotOf(h.body.read) === slotOf(read)),
    );
    const head = before ? settled(before) : null;
    const at = { ...place, setting, newVisit: place.newVisit && i === 0 };
    const made = recordsForReading(maker, growing, at, read, typed, head ? { as: 'correction', of: head } : { as: 'first' });
    growing = growing.with(made);
    const kept = made.at(-1);
    if (kept?.kind === 'reading' && kept.body.station !== null)
      setting = { ...setting, determination: kept.body.determination, station: kept.body.station };
    return made;
  });
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
  setting: Setting,
): { quantity: 'dbh' | 'height' | 'merchantable'; method: string; sighted: boolean } {
  if (read.kind === 'trunk') return { quantity: 'dbh', method: 'trunk', sighted: false };
  if (read.kind === 'diameter' || read.kind === 'optical-diameter') {
    const slot = slotOf(read);
    return { quantity: 'dbh', method: slot === 'dbh' ? 'tape' : slot.replace('dbh:', ''), sighted: false };
  }
  if (read.kind === 'logs' || read.kind === 'merchantable-height') return { quantity: 'merchantable', method: 'told', sighted: false };
  return { quantity: 'height', method: setting.method, sighted: true };
}

function sameDetermination(book: Book, body: { stem: string; visit: string; quantity: string; method: string }): string | null {
  const same = book
    .all('determination')
    .findLast(
      (d) => d.body.stem === body.stem && d.body.visit === body.visit && d.body.quantity === body.quantity && d.body.method === body.method,
    );
  return same?.id ?? null;
}

function lastVisit(book: Book, tree: string): string | null {
  const own = book.all('visit').filter((v) => v.body.tree === tree);
  return own.reduce<(typeof own)[number] | null>((a, b) => (a && a.body.on > b.body.on ? a : b), null)?.id ?? null;
}

/** The survey this device keeps its single trees in: one for each system of units. */
function singleTrees(maker: Maker, book: Book, units: UnitSystem, make: <K extends Kind>(kind: K, body: BodyOf<K>) => RecordOf<K>): string {
  const preset = PRESETS[SINGLE_PRESET[units]];
  const own = book
    .all('survey')
    .find(
      (s) =>
        s.device === maker.device &&
        s.body.kind === 'single-trees' &&
        book.version('protocol', s.body.protocol)?.body.preset === preset.key,
    );
  if (own) return own.id;
  const protocol = make('protocol', { name: preset.name, preset: preset.key, options: preset.options as BodyOf<'protocol'>['options'] });
  return make('survey', { name: 'Single trees', kind: 'single-trees', protocol: protocol.id, place: null }).id;
}
export const SINGLE_PRESET: Record<UnitSystem, PresetKey> = { metric: 'forest-metric', us: 'timber-us' };

/** The date on the person's own calendar. */
export function localDate(d: Date): string {
  return `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`;
}
