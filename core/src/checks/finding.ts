import { type AngleReading, ONE_STATION, type Reading, type ShotReading } from '../reading/index';
import type { ProtocolOptions } from '../survey/index';
import type { SpeciesFigures, StationResult, TreeResult } from '../tree/index';

/** The reading a finding points at, as the steps of measuring name it. */
export type FindingTarget =
  | 'dbh'
  | 'distance'
  | 'ground'
  | 'tip'
  | 'base'
  | 'mark'
  | 'crown-base'
  | 'merchantable'
  | 'stump'
  | 'lean'
  | 'stick'
  | 'device'
  | 'reference-shadow';

/** Something that looks wrong, why, and the one thing to do about it. */
export interface Finding {
  readonly code: string;
  readonly target: FindingTarget;
  /** The stem it speaks of, where it speaks of one. */
  readonly stem?: string;
  /** `wrong` can't be so; `doubt` hardly ever is; `advice` would make the result better. */
  readonly severity: 'wrong' | 'doubt' | 'advice';
  /** Where several slips explain it: their codes, the likeliest first. */
  readonly causes?: readonly string[];
  readonly what: string;
  readonly why: string;
  readonly remedy: string;
}

/** A stem's diameter at the visit before, where it was read, and how long ago. */
export interface PreviousDiameter {
  readonly stem?: string;
  /** Metres. */
  readonly diameter: number;
  readonly sigma?: number;
  /** Height it was read at, metres. */
  readonly pom: number;
  readonly years: number;
}

/** A tree's total height at the visit before. */
export interface PreviousHeight {
  /** Metres. */
  readonly height: number;
  readonly sigma: number;
  readonly years: number;
}

export interface CheckInput {
  readonly readings: readonly Reading[];
  readonly result: TreeResult;
  readonly protocol: ProtocolOptions;
  readonly species: SpeciesFigures;
  /** The tree's own name: with it, one in a dozen is asked for a second reading. */
  readonly tree?: string;
  /** The visit before, stem by stem. */
  readonly previous?: readonly PreviousDiameter[];
  /** Its total height. */
  readonly previousHeight?: PreviousHeight;
  /** The person's own reach, eye to stick, metres, as the kit has it. */
  readonly reach?: number;
  /** An instrument in hand whose check of today is still to be taken. */
  readonly unchecked?: { readonly name: string };
}

/**
 * One quantity of a tree held against what clean trees show: how far off it is, in standard deviations, and how far
 * hardly any clean tree is.
 */
export interface Measure {
  readonly z: number;
  /** Past this it is an alarm; infinite where it only helps to tell which slip it was. */
  readonly limit: number;
  /** What is said where no usual slip explains it. */
  readonly finding: () => Omit<Finding, 'severity'>;
}

/** One thing that can be wrong. It looks at everything known of the tree and says nothing when all is well. */
export type Check = (input: CheckInput) => readonly Finding[];

/** The stations that came out, in the order of the readings. */
export function okStations(result: TreeResult): StationResult[] {
  // a plain loop, as this is asked by most checks of every tree
  const found: StationResult[] = [];
  for (const s of result.stations) if (s.ok) found.push(s.value);
  return found;
}

/** A sighting or a shot at one target as an angle in degrees would be read. */
export function lastAt(readings: readonly Reading[], target: AngleReading['target'], station: string): AngleReading | undefined {
  const angle = readings.findLast(
    (r): r is AngleReading => r.kind === 'angle' && r.target === target && (r.station ?? ONE_STATION) === station,
  );
  if (angle) return angle;
  const shot = readings.findLast(
    (r): r is ShotReading => r.kind === 'shot' && r.target === target && (r.station ?? ONE_STATION) === station,
  );
  return shot && { kind: 'angle', target, value: shot.elevation, scale: 'degree' };
}

/** Several sentences of which any may be the reason, the likeliest first. */
export const orElse = (whys: readonly string[]): string =>
  whys.map((w, i) => (i === 0 ? w : `Or: ${w.charAt(0).toLowerCase()}${w.slice(1)}`)).join(' ');
