import {
  type AngleScale,
  ASSUMED_EYE_HEIGHT,
  type Entity,
  echoAngle,
  metres,
  type ProtocolOptions,
  type Reading,
  readingOf,
  scaleOf,
  showHeight,
  showPom,
  type ToolName,
  type TreeResult,
  type UnitSystem,
} from '@arbolito/core';
import type { RecordOf } from '../../contract/envelope';
import { atStep, sayTrunk, type TapeAt } from './tape';

export type StepId =
  | 'trunk'
  | 'dbh'
  | 'upper'
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

export const TITLES: Record<StepId, readonly [title: string, short: string, ask: string]> = {
  trunk: ['Trunk', 'trunk', 'What does the trunk do? It decides where the tape goes.'],
  dbh: ['Tape', 'tape', 'Read the tape at breast height.'],
  upper: ['Upper diameter', 'upper diam.', 'Read the diameter higher up the stem.'],
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
    'trunk',
    'dbh',
    'distance',
    ...(choices.along === 'slope' ? (['ground'] as const) : []),
    'tip',
    ...(choices.lower === 'mark' ? (['mark', 'mark-height'] as const) : (['base'] as const)),
    ...(protocol.units === 'metric' ? (['crown-base'] as const) : []),
    choices.merchantable,
    'upper',
    'eye-height',
  ];
}

/** Steps that are only taken when a person chooses them; logs belong to the work where the protocol cuts them. */
function isOptional(id: StepId, protocol: ProtocolOptions): boolean {
  if (id === 'logs' || id === 'merchantable') return !protocol.merchantable?.logs;
  return id === 'crown-base' || id === 'eye-height' || id === 'trunk' || id === 'upper';
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
  tape: TapeAt,
): readonly Step[] {
  return stepOrder(choices, protocol).map((id): Step => {
    const own = readings.filter((e) => e.heads.some((h) => atStep(h.body.read, id)));
    const [title, short, ask] = TITLES[id];
    return {
      id,
      title,
      short,
      ask,
      optional: isOptional(id, protocol),
      readings: own,
      said: saidOf(own, protocol.units),
      note: noteOf(id, own, protocol, result, scale, tape),
    };
  });
}

function saidOf(own: Step['readings'], units: UnitSystem): string | null {
  if (own.length === 0) return null;
  return own.map((e) => e.heads.map((h) => sayReading(h.body.read, units)).join(' or ')).join(', ');
}

export const TOOL_NAMES: Readonly<Record<ToolName, string>> = {
  estimate: 'by eye',
  'diameter-tape': 'diameter tape',
  'plain-tape': 'girth, plain tape',
  caliper: 'caliper',
  'biltmore-stick': 'stick',
  optical: 'optical',
};

/** A reading as it was read, with its unit or scale. */
export function sayReading(read: Reading, units: UnitSystem): string {
  if (read.kind === 'angle') return echoAngle(read.value, scaleOf(read));
  if (read.kind === 'trunk') return sayTrunk(read.trunk, units);
  if (read.kind === 'optical-diameter') {
    const what = read.by === 'angle' ? `${read.value}°` : `${read.value} bands`;
    return `${what} from ${read.distance} ${read.unit}${read.upper && read.pom ? ` at ${showPom(metres(read.pom), units)}` : ''}`;
  }
  if (read.kind === 'diameter') {
    const tool = read.tool === 'diameter-tape' || read.tool === 'plain-tape' ? '' : ` ${TOOL_NAMES[read.tool]}`;
    return `${[read.value, ...(read.more ?? [])].join(' + ')} ${read.unit}${tool}${read.upper && read.pom ? ` at ${showPom(metres(read.pom), units)}` : ''}`;
  }
  if (read.kind === 'logs') return read.value === 1 ? '1 log' : `${read.value} logs`;
  return `${read.value} ${read.unit}`;
}

function noteOf(
  id: StepId,
  own: Step['readings'],
  protocol: ProtocolOptions,
  result: TreeResult,
  scale: AngleScale,
  tape: TapeAt,
): string | null {
  const read = own.at(-1)?.heads.at(-1)?.body.read;
  const station = result.stations.findLast((s) => s.ok);
  switch (id) {
    case 'trunk':
      return own.length > 0 ? null : 'slope, lean, swelling, fork, several stems?';
    case 'dbh': {
      const tool = read?.kind === 'diameter' ? `${TOOL_NAMES[read.tool]} ` : '';
      const at = `at ${showPom(metres(read?.kind === 'diameter' && read.pom ? read.pom : tape.pom), protocol.units)}`;
      return `${tool}${at}, ${tape.by === 'visit' ? 'as at the last visit' : REFERENCE[protocol.groundReference]}`;
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
    case 'upper':
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
