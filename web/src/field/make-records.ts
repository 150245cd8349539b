import {
  type AngleScale,
  type AngleTarget,
  type LineReading,
  PRESETS,
  type PresetKey,
  type Reading,
  settled,
  type ToolName,
  toolOf,
  type UnitSystem,
} from '@arbolito/core';
import type { Book } from '../contract/book';
import type { AnyRecord, BodyOf, RecordOf } from '../contract/envelope';
import type { Kind } from '../contract/records/index';
import type { Preferences } from './device';

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
}

export type Mode = { readonly as: 'first' } | { readonly as: 'again' } | { readonly as: 'correction'; readonly of: RecordOf<'reading'> };

/**
 * The records that keeping one reading takes: the reading, and whatever it hangs on that is not there yet.
 * @returns parents first
 */
export function recordsForReading(maker: Maker, book: Book, place: TreePlace, read: Reading, typed: string, mode: Mode): AnyRecord[] {
  const made: AnyRecord[] = [];
  const make = <K extends Kind>(kind: K, body: BodyOf<K>, id?: string): RecordOf<K> => {
    const record = makeRecord(maker, kind, body, undefined, id);
    made.push(record as AnyRecord);
    return record;
  };
  if (mode.as === 'correction') return [makeRecord(maker, 'reading', { ...mode.of.body, typed, read }, mode.of) as AnyRecord];

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
  const { quantity, method, sighted } = determinationOf(read);
  const determination =
    book
      .all('determination')
      .findLast((d) => d.body.stem === stem && d.body.visit === visit && d.body.quantity === quantity && d.body.method === method)?.id ??
    make('determination', { stem, visit, quantity, method, protocol }).id;
  const station = sighted
    ? (book.all('station').findLast((s) => s.body.visit === visit)?.id ?? make('station', { visit, number: 1 }).id)
    : null;
  const shots = place.newVisit
    ? 0
    : (book.tree(place.tree)?.readings ?? []).filter((e) =>
        e.heads.some((h) => h.body.stem === stem && slotOf(h.body.read) === slotOf(read)),
      ).length;
  make('reading', {
    stem,
    visit,
    determination,
    station,
    shot: mode.as === 'again' ? shots + 1 : 1,
    instrument: null,
    calibration: null,
    typed,
    read,
  });
  return made;
}

/**
 * The records for a whole tree typed on one line: each reading corrects the one its slot has, or is its first.
 * @param how the tool and way of taping meant
 */
export function recordsForLine(maker: Maker, book: Book, place: TreePlace, line: readonly LineReading[], how: LineWay): AnyRecord[] {
  let growing = book;
  return line.flatMap(({ target, typed, length, angle }, i) => {
    const read = lineReading(target, length, angle, how);
    const own = place.newVisit && i === 0 ? null : growing.tree(place.tree);
    const stem = own?.stems.find((s) => s.name === String(ofStem(read) ? place.stem : 1))?.id;
    const before = own?.readings.findLast((e) => e.heads.some((h) => h.body.stem === stem && slotOf(h.body.read) === slotOf(read)));
    const head = before ? settled(before) : null;
    const at = { ...place, newVisit: place.newVisit && i === 0 };
    const made = recordsForReading(maker, growing, at, read, typed, head ? { as: 'correction', of: head } : { as: 'first' });
    growing = growing.with(made);
    return made;
  });
}

/** How the values of a line were taken. A diameter from afar does not fit on one. */
export interface LineWay extends Pick<Preferences, 'along' | 'to' | 'scale'> {
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
export function angleReading(target: AngleTarget, value: number, scale: AngleScale): Reading {
  return { kind: 'angle', target, value, scale: scale.kind, ...(scale.kind === 'fixed' ? { scaleDistance: scale.distance } : {}) };
}

/** Where a diameter was read, as it goes into the record. */
export const tapeFields = (tape: LineWay['tape']) => (tape ? { pom: tape.pom, ...(tape.why ? { why: tape.why } : {}) } : {});

/**
 * The slot of a tree's sheet that a reading fills; a second reading of a slot is another shot. Two tapes fill the same
 * slot (a diameter may turn out to be a girth), every other tool its own.
 */
export function slotOf(read: Reading): string {
  if (read.kind === 'angle') return read.target;
  if (read.kind !== 'diameter' && read.kind !== 'optical-diameter') return read.kind;
  return read.upper ? 'upper' : slotOfTool(toolOf(read));
}
export const slotOfTool = (tool: ToolName) => (tool === 'diameter-tape' || tool === 'plain-tape' ? 'dbh' : `dbh:${tool}`);
/** The step at which a slot is filled. */
export const stepOfSlot = (slot: string) => slot.split(':')[0] as string;

/** Whether a reading is one stem's own. */
export const ofStem = (read: Reading) => read.kind === 'diameter' || read.kind === 'optical-diameter' || read.kind === 'trunk';

function determinationOf(read: Reading): { quantity: 'dbh' | 'height' | 'merchantable'; method: string; sighted: boolean } {
  if (read.kind === 'trunk') return { quantity: 'dbh', method: 'trunk', sighted: false };
  if (read.kind === 'diameter' || read.kind === 'optical-diameter') {
    const slot = slotOf(read);
    return { quantity: 'dbh', method: slot === 'dbh' ? 'tape' : slot.replace('dbh:', ''), sighted: false };
  }
  if (read.kind === 'logs' || read.kind === 'merchantable-height') return { quantity: 'merchantable', method: 'told', sighted: false };
  return { quantity: 'height', method: 'tangent', sighted: true };
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
