import type { OneNumber, OneNumberRule } from '../diameter/index';
import type { ErrorPart, SignCase } from '../height/index';
import type { Pom } from '../stem/index';
import type { GroundReference } from '../survey/index';
import type { Answer, CubicMetres, Metres, SquareMetres, Tangent } from '../units';
import type { LogByLog } from '../volume/index';
import type { ToolName } from './reading';

/** A figure nobody measured, said wherever it was used. */
export interface Assumption {
  readonly code: string;
  readonly text: string;
}

export interface DiameterResult {
  /** Rounded as the protocol says. */
  readonly value: Metres;
  readonly unrounded: Metres;
  /** Of the value, its rounding included. */
  readonly sigma: Metres;
  readonly basalArea: SquareMetres;
  /** Height of the point of measurement along the stem above the ground reference. */
  readonly pom: Metres;
  /** Where the tape lay: the point, or the two heights it is the mean of. */
  readonly tapes: readonly Metres[];
  /** The tool it comes from. */
  readonly tool: ToolName;
  readonly readings: number;
  /** The widest difference of a caliper's two readings, as a share; null without such a pair. */
  readonly outOfRound: number | null;
  /** What other tools said at the same point. */
  readonly compared: readonly ComparedDiameter[];
  readonly from: readonly string[];
}
export interface ComparedDiameter {
  readonly tool: ToolName;
  readonly value: Metres;
  readonly sigma: Metres;
  readonly readings: number;
  /** Above or below the diameter that counts, as a share of it. */
  readonly share: number;
}
export interface UpperDiameter {
  readonly height: Metres;
  readonly value: Metres;
  readonly sigma: Metres;
  readonly readings: number;
}
export interface StemResult {
  readonly stem: string;
  /** The point of measurement on this trunk; null when nothing is said of the trunk. */
  readonly where: Answer<Pom> | null;
  readonly dbh: Answer<DiameterResult>;
  readonly uppers: readonly UpperDiameter[];
  /** Whether the protocol counts it. */
  readonly counted: boolean;
}
export interface OneNumberResult extends OneNumber {
  readonly rule: OneNumberRule;
  readonly sigma: Metres;
  readonly stems: number;
}
export interface BasalAreaResult {
  readonly value: SquareMetres;
  readonly sigma: SquareMetres;
  readonly stems: number;
}

/** One setting-up: where the eye was, seen from the foot of the tree. */
export interface StationResult {
  readonly station: string;
  /** Level, to the axis. */
  readonly distance: Metres;
  readonly distanceSigma: Metres;
  readonly along: 'level' | 'slope';
  /** Slope of the ground as read; null when it was not. */
  readonly slope: Tangent | null;
  readonly eyeHeight: Metres;
  readonly eyeHeightAssumed: boolean;
  /** What the base should read. */
  readonly predictedBase: Tangent;
  /** The lower sight as used: to the base, or to a mark `markHeight` above it. */
  readonly base: Sight | null;
  readonly markHeight: Metres;
  /** The upper sights as used. */
  readonly tops: Partial<Record<TopTarget, Sight>>;
}
export type TopTarget = 'tip' | 'crown-base' | 'merchantable';
export const TOP_TARGETS: readonly TopTarget[] = ['tip', 'crown-base', 'merchantable'];

/** The mean of the shots at one target. */
export interface Sight {
  readonly t: Tangent;
  /** Of the mean, radians. */
  readonly sigma: number;
  readonly shots: number;
  readonly from: readonly string[];
}

export interface HeightResult {
  readonly value: Metres;
  readonly sigma: Metres;
  readonly method: 'two-sights' | 'two-sights-to-mark' | 'told';
  readonly station: string | null;
  readonly reference: GroundReference;
  readonly signCase: SignCase | null;
  readonly parts: Readonly<Record<ErrorPart, number>> | null;
  readonly dominant: ErrorPart | null;
  readonly from: readonly string[];
}

export interface CubicResult {
  readonly value: CubicMetres;
  readonly sigma: CubicMetres;
  readonly formFactor: number;
}

export interface BoardResult extends LogByLog {
  readonly count: number;
  /** `told` when the logs were entered, `from-height` when cut from a merchantable height. */
  readonly counted: 'told' | 'from-height';
  readonly formClass: number;
  readonly taperPerLog: number;
}

export interface TreeResult {
  /** The tree's one diameter: its stem's, or what the protocol makes of several. */
  readonly dbh: Answer<DiameterResult>;
  readonly stems: readonly StemResult[];
  readonly oneNumber: OneNumberResult | null;
  readonly basalArea: Answer<BasalAreaResult>;
  readonly stations: readonly Answer<StationResult>[];
  readonly height: Answer<HeightResult>;
  readonly crownBase: Answer<HeightResult>;
  readonly merchantable: Answer<HeightResult>;
  readonly cubic: Answer<CubicResult>;
  readonly boards: Answer<BoardResult>;
  readonly assumptions: readonly Assumption[];
}
