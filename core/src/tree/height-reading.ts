import type { GroundReference } from '../survey/index';
import type { LengthUnit } from '../units';
import type { Taken } from './taken';

export const ANGLE_TARGETS = ['tip', 'base', 'mark', 'crown-base', 'merchantable', 'stump', 'point', 'pole-top', 'ground'] as const;
export const SHOT_TARGETS = ['stem', 'tip', 'base', 'mark', 'crown-base', 'merchantable', 'stump', 'point'] as const;
export const HEIGHT_TARGETS = ['tip', 'crown-base', 'merchantable', 'stump'] as const;
export const DISTANCE_TOOLS = ['tape', 'laser', 'ultrasonic', 'fixed-base'] as const;

/**
 * `ground` is the slope toward the tree, sighted to a point as high above the ground as the eye; positive uphill to the
 * tree. `point` is any other place on the stem and has a name. `pole-top` is the top of a pole that stands at the base.
 */
export type AngleTarget = (typeof ANGLE_TARGETS)[number];
/** `stem` is a shot that only tells how far the stem is. */
export type ShotTarget = (typeof SHOT_TARGETS)[number];
export type DistanceTool = (typeof DISTANCE_TOOLS)[number];
/** The heights a tree has by name; any further point has a name of its own. */
export type TopTarget = (typeof HEIGHT_TARGETS)[number];

/** What a height reading says of the place it met. */
interface Aimed {
  /** Of target `point`: what it is, for example `log 2`, `defect`. */
  readonly name?: string;
  /** Where on the ground a base sight met the stem; the protocol's reference when left out. */
  readonly reference?: GroundReference;
}

/** Standard error told as a share of what was read, and a length's own factor from a check on a taped base. */
export interface Ranged {
  readonly sigmaShare?: number;
  /** True over read, from the day's check of the instrument; 1 when left out. */
  readonly factor?: number;
  /** Of ultrasound: the temperature now, and the one at which the instrument was set or checked, °C. */
  readonly celsius?: number;
  readonly checkedCelsius?: number;
}

export interface DistanceReading extends Taken, Ranged {
  readonly kind: 'distance';
  readonly value: number;
  readonly unit: LengthUnit;
  /** `sight`: along a line of sight whose own angle is `elevation`. */
  readonly along: 'level' | 'slope' | 'sight';
  /** Where it ended; `plumb` is the point plumb below the tip, and serves the tip alone. */
  readonly to: 'axis' | 'bark' | 'plumb';
  /** A tape when left out. */
  readonly by?: DistanceTool;
  /** Degrees, up positive; of a line of sight. */
  readonly elevation?: number;
}

/** A distance counted in paces. */
export interface PacesReading extends Taken {
  readonly kind: 'paces';
  readonly value: number;
  /** Length of one of them as the person's calibration has it, metres. */
  readonly pace?: number;
  readonly along: 'level' | 'slope';
  readonly to: 'axis' | 'bark';
  readonly sigmaShare?: number;
}

export interface AngleReading extends Taken, Aimed {
  readonly kind: 'angle';
  readonly target: AngleTarget;
  /** Up positive; of a dial what stands on it. */
  readonly value: number;
  readonly scale: 'degree' | 'percent' | 'topographic' | 'fixed' | 'dial';
  /** The distance a fixed scale is drawn for. */
  readonly scaleDistance?: number;
  /** Of a dial: its reading when level. */
  readonly level?: number;
  /** Of a dial: whether its reading grows as the sight goes up or down. */
  readonly grows?: 'up' | 'down';
  /** The angle between this target and the base, not between it and level. */
  readonly included?: boolean;
  /** Degrees the instrument reads when level, from its two-way check; taken off. */
  readonly zero?: number;
  /** Of the instrument: the steepest sight up its scale shows, degrees; as far as needed when left out. */
  readonly scaleEnd?: number;
}

/** A shot along the line of sight: how far and how steep. */
export interface ShotReading extends Taken, Aimed, Ranged {
  readonly kind: 'shot';
  readonly target: ShotTarget;
  readonly value: number;
  readonly unit: LengthUnit;
  /** Degrees, up positive. */
  readonly elevation: number;
  readonly by: 'laser' | 'ultrasonic';
  /** Where it ended: at the bark half the diameter is added to the level distance. */
  readonly to: 'axis' | 'bark';
  /** Of the angle, radians. */
  readonly sigmaAngle?: number;
  readonly zero?: number;
}

/**
 * A single length of the work: a mark on the stem, the eye, a merchantable height told, a pole that stands at the base.
 */
export interface LengthReading extends Taken {
  readonly kind: 'mark-height' | 'eye-height' | 'merchantable-height' | 'pole';
  readonly value: number;
  readonly unit: LengthUnit;
}

/** The line between the station it belongs to, the nearer one, and another in line with the tree. */
export interface BaselineReading extends Taken {
  readonly kind: 'baseline';
  readonly value: number;
  readonly unit: LengthUnit;
  /** Name of the station at its other end. */
  readonly far: string;
  /** Degrees it rises or falls; level when left out. */
  readonly elevation?: number;
}

/** How much of an upright stick covers the stem from base to target. */
export interface StickReading extends Taken {
  readonly kind: 'stick';
  readonly target: TopTarget;
  readonly value: number;
  readonly unit: LengthUnit;
  /** Horizontal, from the eye to the stick, metres: the person's own. */
  readonly reach?: number;
}

/** Logs read on the log scale of a stick. */
export interface LogScaleReading extends Taken {
  readonly kind: 'log-scale';
  readonly value: number;
  /** The reach and the distance the scale is drawn for, metres; 25 in and 66 ft when left out. */
  readonly designReach?: number;
  readonly designDistance?: number;
  readonly reach?: number;
}

/** An instrument with one set angle points at the tip from here. */
export interface SetAngleReading extends Taken {
  readonly kind: 'set-angle';
  readonly rise: number;
  readonly run: number;
}

/** A height an instrument reported, with what was set in it. */
export interface DeviceReading extends Taken {
  readonly kind: 'device-height';
  readonly target: TopTarget;
  readonly value: number;
  readonly unit: LengthUnit;
  /** The distance set in it, metres; used at another one the height grows with it. */
  readonly setDistance?: number;
  /** The height of the mark set in it, metres. */
  readonly setMark?: number;
}

/** The tree's shadow, from the bark to the shadow of the tip, along the ground. */
export interface ShadowReading extends Taken {
  readonly kind: 'shadow';
  readonly value: number;
  readonly unit: LengthUnit;
  /** Minutes after midnight, by the watch. */
  readonly minute?: number;
}

/** The shadow of something of known height. */
export interface ReferenceShadowReading extends Taken {
  readonly kind: 'reference-shadow';
  readonly value: number;
  /** How tall the staff or person is, in the same unit. */
  readonly height: number;
  readonly unit: LengthUnit;
  readonly minute?: number;
}

/** A height measured along the tree itself: by pole, by a tape dropped from the top, on the felled stem, part by part. */
export interface DirectReading extends Taken {
  readonly kind: 'direct-height';
  readonly target: TopTarget;
  readonly value: number;
  /** Further parts, which add up; in the same unit. */
  readonly more?: readonly number[];
  readonly unit: LengthUnit;
}

/** How the whole stem leans, as seen from this station. */
export interface LeanReading extends Taken {
  readonly kind: 'lean';
  /** Degrees from plumb, base to tip. */
  readonly value: number;
  readonly toward: 'eye' | 'away' | 'side';
}

/** A broad crown: how far it reaches out at its widest, and from there up to the tip. */
export interface CrownReading extends Taken {
  readonly kind: 'crown';
  readonly halfWidth: number;
  readonly depth: number;
  readonly unit: LengthUnit;
}

/** How much room there is at a station: the greatest level distance from the stem to which one can go and still see tip and base. */
export interface RoomReading extends Taken {
  readonly kind: 'room';
  readonly value: number;
  readonly unit: LengthUnit;
}

/** Merchantable height told directly in logs and half logs above the stump. */
export interface LogsReading extends Taken {
  readonly kind: 'logs';
  readonly value: number;
}

export const HEIGHT_READING_KINDS = [
  'distance',
  'paces',
  'angle',
  'shot',
  'mark-height',
  'eye-height',
  'merchantable-height',
  'pole',
  'baseline',
  'stick',
  'log-scale',
  'set-angle',
  'device-height',
  'shadow',
  'reference-shadow',
  'direct-height',
  'lean',
  'crown',
  'room',
  'logs',
] as const;

export type HeightReading =
  | DistanceReading
  | PacesReading
  | AngleReading
  | ShotReading
  | LengthReading
  | BaselineReading
  | StickReading
  | LogScaleReading
  | SetAngleReading
  | DeviceReading
  | ShadowReading
  | ReferenceShadowReading
  | DirectReading
  | LeanReading
  | CrownReading
  | RoomReading
  | LogsReading;
