import type { DiameterRounding, OneNumber, OneNumberRule } from '../diameter/index';
import type { ErrorPart, SignCase } from '../height/index';
import type { SightedReference, ToolName, TopTarget } from '../reading/index';
import type { Pom } from '../stem/index';
import type { Answer, BoardFeet, CubicMetres, Metres, SquareMetres, Tangent } from '../units';
import type { LogByLog, LogRuleName } from '../volume/index';
import type { HeightMethod } from './methods';

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
  /** Of the unrounded one. */
  readonly sigmaUnrounded: Metres;
  /** The rule that made the value. */
  readonly rounding: DiameterRounding;
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

/** Where a station's distance comes from. */
export type DistanceSource = 'tape' | 'laser' | 'ultrasonic' | 'fixed-base' | 'paces' | 'shot' | 'pole' | 'two-stations';

/** One setting-up: where the eye was, seen from the foot of the tree. */
export interface StationResult {
  readonly station: string;
  /** Level, to the axis. */
  readonly distance: Metres;
  readonly distanceSigma: Metres;
  readonly distanceBy: DistanceSource;
  /** What other tools said of it. */
  readonly otherDistances: readonly { readonly by: DistanceSource; readonly distance: Metres; readonly sigma: Metres }[];
  readonly along: 'level' | 'slope' | 'sight';
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
  /** Sights to places with names of their own. */
  readonly points: readonly { readonly name: string; readonly sight: Sight }[];
  /** Level distance to the point plumb below the tip, where it was measured. */
  readonly plumb: { readonly distance: Metres; readonly sigma: Metres } | null;
  readonly lean: Lean | null;
  /** A pole at the base, as sighted. */
  readonly pole: { readonly length: Metres; readonly sigma: Metres; readonly top: Sight } | null;
  /** The farther station in line with the tree, and the level line to it. */
  readonly far: {
    readonly station: string;
    readonly baseline: Metres;
    readonly sigma: Metres;
    readonly top: Sight;
    readonly base: Sight;
    /** Height of what the lower sight met above the ground reference; 0 the base. */
    readonly markHeight: Metres;
  } | null;
}

/** Lean of the whole stem, radians from plumb, as seen from a station. */
export interface Lean {
  readonly angle: number;
  readonly toward: 'eye' | 'away' | 'side';
  /** Where to, radians from straight toward the eye. */
  readonly direction: number;
  /** The angle between where it leans and where the shadow falls, radians; null where nobody told it. */
  readonly fromShadow: number | null;
  readonly sigma: number;
}

/** The mean of the shots at one target. */
export interface Sight {
  readonly t: Tangent;
  /** Of the mean, radians. */
  readonly sigma: number;
  readonly shots: number;
  /** Standard deviation of the shots (n − 1): radians, or metres of line-of-sight shots; null of a single one. */
  readonly spread: number | null;
  /** Read as the angle between this target and the base. */
  readonly included: boolean;
  /** The first reading of it: what is made of the same sight shares its error. */
  readonly of: object;
  /** Of a line-of-sight shot: its length, whether it ended at the bark, and half the diameter then, null while that is not known. */
  readonly line?: { readonly distance: Metres; readonly sigma: Metres; readonly toBark: boolean; readonly half: Metres | null };
  /** How well the instrument's zero is known, radians, and whose it is; common to all its sights. */
  readonly zero?: { readonly sigma: number; readonly of: string };
  readonly from: readonly string[];
}

export interface HeightResult {
  readonly value: Metres;
  readonly sigma: Metres;
  readonly method: HeightMethod;
  readonly station: string | null;
  readonly reference: SightedReference;
  /** The same counted from the protocol's reference; null where that is its own, or can't be told from what is known. */
  readonly converted: Metres | null;
  readonly signCase: SignCase | null;
  /** What the standard error is made of, metres, with the sign in which the height follows; squares add up. Null where it is not made of parts. */
  readonly parts: Readonly<Partial<Record<ErrorPart, number>>> | null;
  readonly dominant: ErrorPart | null;
  /** Along the stem, where a lean is known: height over its cosine. */
  readonly stemLength: Metres | null;
  /** How several determinations of it agree; null of a single one. */
  readonly agreement: Agreement | null;
  readonly from: readonly string[];
}
export interface Agreement {
  readonly determinations: number;
  /** Standard deviation of the determinations, n − 1. */
  readonly spread: Metres;
  /** Whether they lie within each other's errors. */
  readonly agree: boolean;
  /** How far they lie apart, over what chance passes in 99 of 100 trees. */
  readonly strain: number;
  /** The station of the one that is out of line, where more than two tell which. */
  readonly odd: string | null;
  /** Which way from that station. */
  readonly oddMethod: HeightMethod | null;
  /** One that is surer by itself than the mean of all. */
  readonly best: { readonly station: string | null; readonly method: HeightMethod; readonly value: Metres; readonly sigma: Metres } | null;
  /** Those counted from another ground reference that can't be converted: they are no part of the mean. */
  readonly apart: readonly { readonly station: string | null; readonly method: HeightMethod; readonly reference: SightedReference }[];
}

/** What one way from one station gives; null while nothing tells which way it is. */
export interface Determination {
  readonly station: string;
  readonly method: HeightMethod | null;
  readonly heights: Readonly<Record<TopTarget, Answer<HeightResult>>>;
}
export interface PointHeight {
  readonly name: string;
  readonly height: Answer<HeightResult>;
}
export interface CrownResult {
  readonly length: Metres;
  /** Crown length over total height. */
  readonly ratio: number;
}

/** How far the crown reaches across. */
export interface CrownSpreadResult {
  /** Mean of both axes. */
  readonly mean: Metres;
  readonly first: Metres;
  readonly second: Metres;
  /** Ground it covers, as an ellipse. */
  readonly area: SquareMetres;
}

export interface CubicResult {
  readonly value: CubicMetres;
  readonly sigma: CubicMetres;
  readonly formFactor: number;
}

/** Merchantable logs as somebody counted them, or read them on a stick's scale. */
export interface LogsResult {
  /** As read, not cut to halves. */
  readonly value: number;
  readonly halves: number;
  readonly by: 'counted' | 'log-scale';
}

export interface BoardResult extends LogByLog {
  /** The same by the form-class table, rule by rule. */
  readonly byTable: Readonly<Record<LogRuleName, Answer<BoardFeet>>>;
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
  /** Station by station, kept apart. */
  readonly determinations: readonly Determination[];
  readonly height: Answer<HeightResult>;
  readonly crownBase: Answer<HeightResult>;
  readonly merchantable: Answer<HeightResult>;
  readonly stump: Answer<HeightResult>;
  /** Places on the stem with names of their own. */
  readonly points: readonly PointHeight[];
  readonly crown: Answer<CrownResult>;
  /** Null where nobody read its axes. */
  readonly crownSpread: CrownSpreadResult | null;
  readonly told: ToldResult;
  readonly cubic: Answer<CubicResult>;
  /** Null where nobody read any. */
  readonly logs: Answer<LogsResult> | null;
  readonly boards: Answer<BoardResult>;
  readonly assumptions: readonly Assumption[];
}

/** What was told of a tree beside its readings. */
export interface ToldResult {
  /** The height by eye, said first; its share of the measured one less 1, null without one. */
  readonly called: { readonly value: Metres; readonly share: number | null } | null;
  /** Other trees by tag, centre to centre, in the order in which they were read. */
  readonly neighbours: readonly { readonly to: string; readonly distance: Metres }[];
  /** Heights of other years, oldest first. */
  readonly earlier: readonly { readonly value: Metres; readonly year: number; readonly method: string | null }[];
}
