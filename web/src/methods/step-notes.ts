import {
  type AngleScale,
  ASSUMED_EYE_HEIGHT,
  echoAngle,
  formatNumber,
  metres,
  type ProtocolOptions,
  readingOf,
  type Sight,
  type StationResult,
  showHeight,
  showPom,
} from '@arbolito/core';
import { TOOL_NAMES } from './say-reading';
import type { Step, TapeAt } from './step';
import { STEPS } from './steps';

/** What notes look at beside the step and its own readings. */
export interface NoteContext {
  readonly protocol: ProtocolOptions;
  /** The station in hand, where it has a distance. */
  readonly station: StationResult | null;
  readonly scale: AngleScale;
  readonly tape: TapeAt;
}

/** How a step's reading was taken, or what is assumed or to be expected until it is. */
export function noteOf({ id, readings: own, optional }: Step, { protocol, station, scale, tape }: NoteContext): string | null {
  const read = own.at(-1)?.body?.read;
  switch (id) {
    case 'trunk':
      return own.length > 0 ? null : 'slope, lean, swelling, fork, several stems?';
    case 'dbh': {
      const tool = read?.kind === 'diameter' ? `${TOOL_NAMES[read.tool]} ` : '';
      const at = `at ${showPom(metres(read?.kind === 'diameter' && read.pom ? read.pom : tape.pom), protocol.units)}`;
      return `${tool}${at}, ${tape.by === 'visit' ? 'as at the last visit' : REFERENCE[protocol.groundReference]}`;
    }
    case 'distance': {
      if (read?.kind !== 'distance' && read?.kind !== 'paces') return 'one to one and a half tree lengths, where you see tip and base';
      const level = station ? `${showHeight(station.distance, protocol.units)} level, ` : '';
      return `${ALONG[read.along]}${level}to the ${read.to}`;
    }
    case 'base':
      if (own.length > 0) return REFERENCE[protocol.groundReference];
      return station ? `should read about ${echoAngle(Math.round(readingOf(station.predictedBase, scale)), scale)}` : null;
    case 'tip':
    case 'far-tip':
      return own.length > 1 ? `mean of ${own.length} shots${spreadOf(station?.tops.tip)}` : null;
    case 'eye-height':
      if (own.length > 0) return null;
      return station && !station.eyeHeightAssumed
        ? `${showHeight(station.eyeHeight, protocol.units)}, from your kit`
        : `${showHeight(metres(ASSUMED_EYE_HEIGHT), protocol.units)} assumed`;
    case 'stick':
      return read?.kind === 'stick' && read.reach === undefined ? 'with the reach of your kit' : null;
    case 'room':
      return own.length > 0 ? 'from the stem, level; where to stand follows from it' : 'as far as needed is assumed';
    default:
      return own.length === 0 && optional ? (STEPS[id].assumes ?? 'optional') : null;
  }
}

const ALONG = { level: '', slope: 'along the slope; ', sight: 'along the sight; ' } as const;
const REFERENCE = {
  uphill: 'uphill side',
  'mid-slope': 'from mid-slope',
  'root-flare': 'from the root flare',
  stump: 'from the stump',
} as const;

/** How far repeated shots lie apart: degrees, or metres along the line of sight. */
function spreadOf(sight: Sight | null | undefined): string {
  if (!sight || sight.spread === null) return '';
  return sight.line ? `, ± ${formatNumber(sight.spread, 2)} m apart` : `, ± ${formatNumber((sight.spread * 180) / Math.PI, 2)}° apart`;
}
