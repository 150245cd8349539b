import {
  type AngleScale,
  ASSUMED_EYE_HEIGHT,
  type Entity,
  echoAngle,
  formatLength,
  type Metres,
  metres,
  type ProtocolOptions,
  parseAngle,
  parseLength,
  type Reading,
  readingOf,
  scaleOf,
  showHeight,
  type TreeResult,
} from '@arbolito/core';
import type { RecordOf } from '../../contract/envelope';
import { type Preferences, tapeUnits } from '../../field/device';
import { angleReading, slotOf } from '../../field/make-records';

export type StepId =
  | 'dbh'
  | 'distance'
  | 'ground'
  | 'tip'
  | 'base'
  | 'mark'
  | 'mark-height'
  | 'crown-base'
  | 'merchantable'
  | 'logs'
  | 'eye-height';

export interface Step {
  readonly id: StepId;
  readonly title: string;
  /** What to do, in one sentence. */
  readonly ask: string;
  /** A short name for buttons and small screens. */
  readonly short: string;
  readonly optional: boolean;
  readonly readings: readonly Entity<RecordOf<'reading'>>[];
  /** The readings in force, as read. */
  readonly said: string | null;
  /** How they were taken, or what is assumed until they are. */
  readonly note: string | null;
}

/** What decides which steps there are beside the readings: how this person works. */
export interface StepChoices {
  readonly along: 'level' | 'slope';
  readonly lower: 'base' | 'mark';
  readonly merchantable: 'merchantable' | 'logs';
}

const TITLES: Record<StepId, readonly [title: string, short: string, ask: string]> = {
  dbh: ['Tape', 'tape', 'Read the tape at breast height.'],
  distance: ['Distance', 'distance', 'Step back about one tree length and tape the distance.'],
  ground: ['Slope', 'slope', 'Sight the ground to the tree, at your eye height on the stem.'],
  tip: ['Tip', 'tip', 'Sight the highest point over the stem.'],
  base: ['Base', 'base', 'Sight the foot of the stem, where the ground meets it.'],
  mark: ['Mark', 'mark', 'Sight the mark on the stem.'],
  'mark-height': ['Mark height', 'mark height', 'How high is the mark above the ground?'],
  'crown-base': ['Crown base', 'crown base', 'Sight the first living branch of the crown.'],
  merchantable: ['Merchantable top', 'merch. top', 'Sight where the merchantable stem ends.'],
  logs: ['Logs', 'logs', 'Count logs and half logs above the stump.'],
  'eye-height': ['Eye height', 'eye height', 'How high is your eye above the ground?'],
};

export function stepOrder(choices: StepChoices, protocol: ProtocolOptions): readonly StepId[] {
  return [
    'dbh',
    'distance',
    ...(choices.along === 'slope' ? (['ground'] as const) : []),
    'tip',
    ...(choices.lower === 'mark' ? (['mark', 'mark-height'] as const) : (['base'] as const)),
    ...(protocol.units === 'metric' ? (['crown-base'] as const) : []),
    choices.merchantable,
    'eye-height',
  ];
}

/** Steps that are only taken when a person chooses them; logs belong to the work where the protocol cuts them. */
function isOptional(id: StepId, protocol: ProtocolOptions): boolean {
  if (id === 'logs' || id === 'merchantable') return !protocol.merchantable?.logs;
  return id === 'crown-base' || id === 'eye-height';
}

/** Where Enter leads: the next step of the work that has no reading, or `done`. */
export function stepAfter(steps: readonly Step[], at: StepId | 'done'): StepId | 'done' {
  const from = steps.findIndex((s) => s.id === at);
  return steps.slice(from + 1).find((s) => !s.optional && s.readings.length === 0)?.id ?? 'done';
}

/** The steps as they will be once what was just kept is in the book. */
export function withFilled(steps: readonly Step[], filled: (id: StepId) => boolean): readonly Step[] {
  const something = { id: '', heads: [], history: [] };
  return steps.map((s) => (filled(s.id) ? { ...s, readings: [...s.readings, something] } : s));
}

/** The steps of a tree with what is read so far. */
export function stepsOf(
  readings: readonly Entity<RecordOf<'reading'>>[],
  choices: StepChoices,
  protocol: ProtocolOptions,
  result: TreeResult,
  scale: AngleScale,
): readonly Step[] {
  return stepOrder(choices, protocol).map((id): Step => {
    const own = readings.filter((e) => e.heads.some((h) => slotOf(h.body.read) === id));
    const [title, short, ask] = TITLES[id];
    return {
      id,
      title,
      short,
      ask,
      optional: isOptional(id, protocol),
      readings: own,
      said: saidOf(own),
      note: noteOf(id, own, protocol, result, scale),
    };
  });
}

function saidOf(own: Step['readings']): string | null {
  if (own.length === 0) return null;
  return own.map((e) => e.heads.map((h) => sayReading(h.body.read)).join(' or ')).join(', ');
}

/** A reading as it was read, with its unit or scale. */
export function sayReading(read: Reading): string {
  if (read.kind === 'angle') return echoAngle(read.value, scaleOf(read));
  if (read.kind === 'logs') return read.value === 1 ? '1 log' : `${read.value} logs`;
  return `${read.value} ${read.unit}`;
}

function noteOf(id: StepId, own: Step['readings'], protocol: ProtocolOptions, result: TreeResult, scale: AngleScale): string | null {
  const read = own.at(-1)?.heads.at(-1)?.body.read;
  const station = result.stations.findLast((s) => s.ok);
  switch (id) {
    case 'dbh': {
      const tool = read?.kind === 'diameter' && read.tool === 'plain-tape' ? 'girth, plain tape' : read ? 'diameter tape' : '';
      const height =
        protocol.units === 'us'
          ? formatLength(metres(protocol.breastHeight), 'ft', 1)
          : formatLength(metres(protocol.breastHeight), 'm', 2);
      return `${tool ? `${tool} ` : ''}at ${height}, ${REFERENCE[protocol.groundReference]}`;
    }
    case 'distance': {
      if (read?.kind !== 'distance')
        return 'one to one and a half tree lengths; look up first, then behind you: dead limbs, traffic, slope';
      const level = station?.ok ? `${showHeight(station.value.distance, protocol.units)} level, ` : '';
      return `${read.along === 'slope' ? 'along the slope; ' : ''}${level}to the ${read.to}`;
    }
    case 'base':
      if (own.length > 0) return REFERENCE[protocol.groundReference];
      return station?.ok ? `should read about ${echoAngle(Math.round(readingOf(station.value.predictedBase, scale)), scale)}` : null;
    case 'tip':
      return own.length > 1 ? `mean of ${own.length} shots` : null;
    case 'eye-height':
      return own.length > 0
        ? null
        : station?.ok && !station.value.eyeHeightAssumed
          ? `${showHeight(station.value.eyeHeight, protocol.units)}, from your kit`
          : `${showHeight(metres(ASSUMED_EYE_HEIGHT), protocol.units)} assumed`;
    case 'merchantable':
    case 'logs':
    case 'crown-base':
      return own.length > 0 || !isOptional(id, protocol) ? null : 'optional';
    default:
      return null;
  }
}

const REFERENCE = {
  uphill: 'uphill side',
  'mid-slope': 'from mid-slope',
  'root-flare': 'from the root flare',
  stump: 'from the stump',
} as const;

export type Draft = { readonly ok: true; readonly read: Reading; readonly echo: string } | { readonly ok: false; readonly reason: string };

/** What the typed text means at a step, or why it can't be kept. */
export function draftOf(step: StepId, text: string, p: Preferences): Draft {
  const units = tapeUnits(p);
  if (step === 'logs') {
    const n = Number(
      text
        .trim()
        .replace(',', '.')
        .replace(/^(\d*) ?(?:1\/2|½)$/, (_, whole: string) => String(Number(whole || 0) + 0.5)),
    );
    if (!(n > 0 && n <= 12 && Number.isInteger(n * 2)))
      return { ok: false, reason: `“${text.trim()}” logs: whole and half logs from 0.5 to 12, for example 2.5.` };
    return { ok: true, read: { kind: 'logs', value: n }, echo: n === 1 ? '1 log' : `${n} logs` };
  }
  if (step === 'dbh' || step === 'distance' || step === 'mark-height' || step === 'eye-height') {
    const length = parseLength(text, step === 'dbh' ? units.diameter : units.length);
    if (!length.ok) return length;
    const { value, unit } = length;
    const limit = LIMITS[step];
    if (length.metres > limit)
      return {
        ok: false,
        reason: `${length.echo} is more than any ${TITLES[step][0].toLowerCase()} here: at most ${showHeight(limit, p.units)}.`,
      };
    const echo = sameUnit(unit, p) ? length.echo : `${length.echo} = ${showHeight(length.metres as Metres, p.units)}`;
    if (step === 'dbh') return { ok: true, echo, read: { kind: 'diameter', tool: p.tool, value, unit } };
    if (step === 'distance') return { ok: true, echo, read: { kind: 'distance', value, unit, along: p.along, to: p.to } };
    return { ok: true, echo, read: { kind: step, value, unit } };
  }
  const angle = parseAngle(text, p.scale);
  if (!angle.ok) return angle;
  return { ok: true, echo: angle.echo, read: angleReading(step, angle.value, angle.scale) };
}

const LIMITS = { dbh: metres(15), distance: metres(500), 'mark-height': metres(30), 'eye-height': metres(10) } as const;

const sameUnit = (unit: string, p: Preferences) =>
  p.units === 'us' ? unit === 'ft' || unit === 'in' : unit === 'm' || unit === 'cm' || unit === 'mm';
