import type { Reading, TopTarget } from '../reading/index';
import type { ProtocolOptions } from '../survey/index';
import type { HeightMethod, OtherMethod, SpeciesFigures, StationResult, TreeResult } from '../tree/index';
import type { AngleScale, Metres } from '../units';
import type { Point } from './box';

/** What a line, mark or dimension of the sheet speaks of: the step at which it is read. */
export type SceneTarget =
  | TopTarget
  | OtherMethod
  | 'dbh'
  | 'distance'
  | 'ground'
  | 'base'
  | 'mark'
  | 'point'
  | 'eye-height'
  | 'plumb'
  | 'pole'
  | 'pole-top'
  | 'baseline'
  | 'far-tip'
  | 'far-base'
  | 'reference-shadow'
  | 'lean'
  | 'crown';

/** The side view of one station in metres: x from the stem's axis toward the eye, y up from the ground reference. */
export interface SightScene extends SceneExtras {
  readonly distance: { readonly value: number; readonly ghost: boolean; readonly text: string };
  readonly slope: { readonly text: string; readonly along: boolean } | null;
  /** Who is at the right end: a person who sights, the end of a shadow, or nobody. */
  readonly viewer: 'person' | 'shadow' | 'none';
  readonly eye: Point;
  readonly eyeText: string;
  readonly eyeAssumed: boolean;
  readonly feet: Point;
  readonly height: number;
  readonly heightGhost: boolean;
  /** How far the tip hangs beside the foot: toward the eye above 0. */
  readonly tipX: number;
  readonly diameter: number;
  readonly pom: number;
  readonly pomGhost: boolean;
  readonly pomText: string;
  readonly crown: 'conifer' | 'broad';
  readonly crownBase: number;
  readonly crownGhost: boolean;
  readonly sights: readonly SceneSight[];
  readonly dimensions: readonly SceneDimension[];
}
export interface SceneSight {
  readonly target: SceneTarget;
  /** The eye of the station in hand, or of the farther one. */
  readonly from: Point;
  readonly to: Point;
  readonly ghost: boolean;
  readonly text: string;
}
export interface SceneDimension {
  readonly target: TopTarget;
  readonly from: number;
  readonly to: number;
  readonly sigma: number;
  readonly text: string;
}

export interface SceneInput {
  readonly result: TreeResult;
  readonly readings: readonly Reading[];
  readonly protocol: ProtocolOptions;
  readonly species: SpeciesFigures;
  readonly eyeHeight: Metres;
  /** Which station to draw; the last one when left out. */
  readonly station?: string;
  /** How that station is worked; what has been read tells when left out. */
  readonly method?: HeightMethod;
  /** What is about to be sighted: where to aim for it is drawn. */
  readonly aim?: 'merchantable' | 'logs' | 'crown-base';
  /** The scale in which a ghost says what the instrument should read. */
  readonly scale: AngleScale;
}

/** What a method draws beside the tree, the eye and its sights. */
export interface SceneExtras {
  readonly lines: readonly SceneLine[];
  readonly marks: readonly SceneMark[];
  readonly sights: readonly SceneSight[];
  /** The farther of two stations. */
  readonly far: { readonly eye: Point; readonly feet: Point; readonly ghost: boolean } | null;
  /** A stick in the hand, too small to see at the tree's scale: what it covers and how far it is held. */
  readonly hand: {
    readonly reach: number;
    readonly covers: number;
    readonly below: number;
    readonly ghost: boolean;
    readonly text: string;
  } | null;
  /** A broad crown's shoulder, as said: half-width, and from its widest to the tip. */
  readonly shoulder: { readonly halfWidth: number; readonly depth: number } | null;
}
export type LineStyle = 'pole' | 'shadow' | 'staff' | 'sun' | 'baseline' | 'plumb';
export interface SceneLine {
  readonly target: SceneTarget;
  readonly from: Point;
  readonly to: Point;
  readonly style: LineStyle;
  readonly ghost: boolean;
  readonly text: string;
}
export interface SceneMark {
  readonly target: SceneTarget;
  readonly at: Point;
  /** A place for words alone: nothing stands there to be marked. */
  readonly quiet?: boolean;
  /** Where to aim, not what was read. */
  readonly ghost?: boolean;
  readonly text: string;
}

/** The part of a scene that everything else is drawn on. */
export interface Ground {
  readonly input: SceneInput;
  readonly method: HeightMethod | null;
  readonly station: StationResult | null;
  readonly distance: number;
  readonly eye: Point;
  readonly feet: Point;
  readonly height: number;
  readonly diameter: number;
  readonly own: <K extends Reading['kind']>(kind: K) => (Reading & { readonly kind: K }) | undefined;
}
