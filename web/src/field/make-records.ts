import {
  type AngleScale,
  type AngleTarget,
  type LineReading,
  PRESETS,
  type PresetKey,
  type Reading,
  settled,
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
  const stem = book.all('stem').find((s) => s.body.tree === place.tree)?.id ?? make('stem', { tree: place.tree, number: 1 }).id;
  const visit =
    book.all('visit').findLast((v) => v.body.tree === place.tree)?.id ?? make('visit', { tree: place.tree, on: localDate(maker.now) }).id;
  const { quantity, method, sighted } = determinationOf(read);
  const determination =
    book.all('determination').findLast((d) => d.body.stem === stem && d.body.visit === visit && d.body.quantity === quantity)?.id ??
    make('determination', { stem, visit, quantity, method, protocol }).id;
  const station = sighted
    ? (book.all('station').findLast((s) => s.body.visit === visit)?.id ?? make('station', { visit, number: 1 }).id)
    : null;
  const shots = (book.tree(place.tree)?.readings ?? []).filter((e) => e.heads.some((h) => slotOf(h.body.read) === slotOf(read))).length;
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
export function recordsForLine(
  maker: Maker,
  book: Book,
  place: TreePlace,
  line: readonly LineReading[],
  how: Pick<Preferences, 'tool' | 'along' | 'to' | 'scale'>,
): AnyRecord[] {
  let growing = book;
  return line.flatMap(({ target, typed, length, angle }) => {
    const read = lineReading(target, length, angle, how);
    const before = growing.tree(place.tree)?.readings.findLast((e) => e.heads.some((h) => slotOf(h.body.read) === target));
    const head = before ? settled(before) : null;
    const made = recordsForReading(maker, growing, place, read, typed, head ? { as: 'correction', of: head } : { as: 'first' });
    growing = growing.with(made);
    return made;
  });
}

function lineReading(
  target: LineReading['target'],
  length: LineReading['length'],
  angle: LineReading['angle'],
  how: Pick<Preferences, 'tool' | 'along' | 'to' | 'scale'>,
): Reading {
  if (length && target === 'dbh') return { kind: 'diameter', tool: how.tool, value: length.value, unit: length.unit };
  if (length && target === 'distance') return { kind: 'distance', value: length.value, unit: length.unit, along: how.along, to: how.to };
  if (angle && (target === 'tip' || target === 'base')) return angleReading(target, angle.value, angle.scale);
  throw new Error(`a line holds no ${target}`);
}

/** A sighting as it is kept. */
export function angleReading(target: AngleTarget, value: number, scale: AngleScale): Reading {
  return { kind: 'angle', target, value, scale: scale.kind, ...(scale.kind === 'fixed' ? { scaleDistance: scale.distance } : {}) };
}

/** The slot of a tree's sheet that a reading fills; a second reading of a slot is another shot. */
export function slotOf(read: Reading): string {
  if (read.kind === 'angle') return read.target;
  return read.kind === 'diameter' ? 'dbh' : read.kind;
}

function determinationOf(read: Reading): { quantity: 'dbh' | 'height' | 'merchantable'; method: string; sighted: boolean } {
  if (read.kind === 'diameter') return { quantity: 'dbh', method: 'tape', sighted: false };
  if (read.kind === 'logs' || read.kind === 'merchantable-height') return { quantity: 'merchantable', method: 'told', sighted: false };
  return { quantity: 'height', method: 'tangent', sighted: true };
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
function localDate(d: Date): string {
  return `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`;
}
