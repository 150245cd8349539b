import type { DiameterTool } from '../diameter/index';
import type { AngleReading } from './angle';
import type { BaselineReading } from './baseline';
import type { BearingReading } from './bearing';
import type { CalledHeightReading } from './called-height';
import type { CrownReading } from './crown';
import type { CrownSpreadReading } from './crown-spread';
import type { DeviceReading } from './device-height';
import type { DiameterReading } from './diameter';
import type { DirectReading } from './direct-height';
import type { DistanceReading } from './distance';
import type { EarlierHeightReading } from './earlier-height';
import type { EqualLegsReading } from './equal-legs';
import type { EyeHeightReading } from './eye-height';
import type { FromEyeReading } from './from-eye';
import type { LeanReading } from './lean';
import type { LogScaleReading } from './log-scale';
import type { LogsReading } from './logs';
import type { MarkHeightReading } from './mark-height';
import type { MerchantableHeightReading } from './merchantable-height';
import type { NeighbourReading } from './neighbour';
import type { OpticalReading } from './optical-diameter';
import type { PacesReading } from './paces';
import type { PoleReading } from './pole';
import type { ReferenceShadowReading } from './reference-shadow';
import type { RoomReading } from './room';
import type { SetAngleReading } from './set-angle';
import type { ShadowReading } from './shadow';
import type { ShotReading } from './shot';
import type { StickReading } from './stick';
import type { TrunkReading } from './trunk';

/** The readings there are: a new kind is a file beside this one and a line here. */
interface ReadingOf {
  readonly diameter: DiameterReading;
  readonly 'optical-diameter': OpticalReading;
  readonly trunk: TrunkReading;
  readonly distance: DistanceReading;
  readonly paces: PacesReading;
  readonly angle: AngleReading;
  readonly shot: ShotReading;
  readonly 'mark-height': MarkHeightReading;
  readonly 'eye-height': EyeHeightReading;
  readonly 'merchantable-height': MerchantableHeightReading;
  readonly pole: PoleReading;
  readonly baseline: BaselineReading;
  readonly stick: StickReading;
  readonly 'equal-legs': EqualLegsReading;
  readonly 'log-scale': LogScaleReading;
  readonly 'set-angle': SetAngleReading;
  readonly 'device-height': DeviceReading;
  readonly shadow: ShadowReading;
  readonly 'reference-shadow': ReferenceShadowReading;
  readonly 'direct-height': DirectReading;
  readonly 'from-eye': FromEyeReading;
  readonly lean: LeanReading;
  readonly bearing: BearingReading;
  readonly crown: CrownReading;
  readonly 'crown-spread': CrownSpreadReading;
  readonly room: RoomReading;
  readonly logs: LogsReading;
  readonly 'called-height': CalledHeightReading;
  readonly neighbour: NeighbourReading;
  readonly 'earlier-height': EarlierHeightReading;
}
export type ReadingKind = keyof ReadingOf;
export type Reading = ReadingOf[ReadingKind];

/** A reading in a few words; the compiler asks for one of each. */
export const READING_NAMES: Readonly<Record<ReadingKind, string>> = {
  diameter: 'diameter',
  'optical-diameter': 'optical diameter',
  trunk: 'what the trunk does',
  distance: 'distance',
  paces: 'paces',
  angle: 'sight',
  shot: 'shot',
  'mark-height': 'height of a mark',
  'eye-height': 'eye height',
  'merchantable-height': 'merchantable height',
  pole: 'pole',
  baseline: 'baseline',
  stick: 'length of stick',
  'equal-legs': 'equal legs',
  'log-scale': 'log scale',
  'set-angle': 'set angle',
  'device-height': 'reported height',
  shadow: 'shadow of the tree',
  'reference-shadow': 'shadow of a staff',
  'direct-height': 'height along the tree',
  'from-eye': 'height above or below the eye',
  lean: 'lean',
  bearing: 'bearing',
  crown: 'broad crown',
  'crown-spread': 'crown spread',
  room: 'room',
  logs: 'logs',
  'called-height': 'height by eye',
  neighbour: 'distance to another tree',
  'earlier-height': 'height of another year',
};
export const READING_KINDS = Object.keys(READING_NAMES) as ReadingKind[];

export type AnyDiameter = DiameterReading | OpticalReading;
/** What is read of a height: neither a diameter nor what the trunk does. */
export type HeightReading = Exclude<Reading, AnyDiameter | TrunkReading>;

/** The tool a diameter was read with, as its errors are kept. */
export type ToolName = DiameterTool | 'optical';
/**
 * The tool a diameter was read with; everything optical is one.
 */
export const toolOf = (r: AnyDiameter): ToolName => (r.kind === 'diameter' ? r.tool : 'optical');

/** The stem readings belong to when none is named. */
export const FIRST_STEM = '1';
/** The station readings belong to when none is named. */
export const ONE_STATION = 'station';

export { ANGLE_TARGETS, type AngleReading, type AngleTarget } from './angle';
export type { BaselineReading } from './baseline';
export type { BearingReading } from './bearing';
export type { CalledHeightReading } from './called-height';
export { HEIGHT_TARGETS, type Ranged, SIGHTED_REFERENCES, type SightedReference, type TopTarget, type Zeroed } from './common';
export type { CrownReading } from './crown';
export type { CrownSpreadReading } from './crown-spread';
export type { DeviceReading } from './device-height';
export type { DiameterReading } from './diameter';
export type { DirectReading } from './direct-height';
export { DISTANCE_TOOLS, type DistanceReading, type DistanceTool } from './distance';
export type { EarlierHeightReading } from './earlier-height';
export type { EqualLegsReading } from './equal-legs';
export type { EyeHeightReading } from './eye-height';
export type { FromEyeReading } from './from-eye';
export type { LeanReading } from './lean';
export type { LogScaleReading } from './log-scale';
export type { LogsReading } from './logs';
export type { MarkHeightReading } from './mark-height';
export type { MerchantableHeightReading } from './merchantable-height';
export type { NeighbourReading } from './neighbour';
export type { OpticalReading } from './optical-diameter';
export type { PacesReading } from './paces';
export type { PoleReading } from './pole';
export type { ReferenceShadowReading } from './reference-shadow';
export type { RoomReading } from './room';
export type { SetAngleReading } from './set-angle';
export type { ShadowReading } from './shadow';
export { SHOT_TARGETS, type ShotReading, type ShotTarget } from './shot';
export type { StickReading } from './stick';
export type { TrunkReading } from './trunk';
