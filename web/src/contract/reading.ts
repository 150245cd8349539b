import 'reflect-metadata';
import type { ReadingKind } from '@arbolito/core';
import { DiameterReadingInput, OpticalReadingInput } from './diameter-reading';
import { EqualLegsReadingInput } from './equal-legs-reading';
import { AngleReadingInput, DistanceReadingInput, LengthReadingInput, MarkHeightReadingInput, PacesReadingInput } from './height-reading';
import {
  BaselineReadingInput,
  BearingReadingInput,
  CrownReadingInput,
  CrownSpreadReadingInput,
  DeviceReadingInput,
  DirectReadingInput,
  FromEyeReadingInput,
  LeanReadingInput,
  LogScaleReadingInput,
  LogsReadingInput,
  ReferenceShadowReadingInput,
  RoomReadingInput,
  SetAngleReadingInput,
  ShadowReadingInput,
  StickReadingInput,
} from './other-height-reading';
import { ReadingBase } from './reading-base';
import { ShotReadingInput } from './shot-reading';
import { CalledHeightReadingInput, EarlierHeightReadingInput, NeighbourReadingInput } from './told-reading';
import { TrunkReadingInput } from './trunk-reading';

/** A reading's class by its kind. */
export const READING_CLASSES = {
  diameter: () => DiameterReadingInput,
  'optical-diameter': () => OpticalReadingInput,
  trunk: () => TrunkReadingInput,
  distance: () => DistanceReadingInput,
  paces: () => PacesReadingInput,
  angle: () => AngleReadingInput,
  shot: () => ShotReadingInput,
  'mark-height': () => MarkHeightReadingInput,
  'eye-height': () => LengthReadingInput,
  'merchantable-height': () => LengthReadingInput,
  pole: () => LengthReadingInput,
  baseline: () => BaselineReadingInput,
  stick: () => StickReadingInput,
  'equal-legs': () => EqualLegsReadingInput,
  'log-scale': () => LogScaleReadingInput,
  'set-angle': () => SetAngleReadingInput,
  'device-height': () => DeviceReadingInput,
  shadow: () => ShadowReadingInput,
  'reference-shadow': () => ReferenceShadowReadingInput,
  'direct-height': () => DirectReadingInput,
  'from-eye': () => FromEyeReadingInput,
  lean: () => LeanReadingInput,
  bearing: () => BearingReadingInput,
  crown: () => CrownReadingInput,
  'crown-spread': () => CrownSpreadReadingInput,
  room: () => RoomReadingInput,
  logs: () => LogsReadingInput,
  'called-height': () => CalledHeightReadingInput,
  neighbour: () => NeighbourReadingInput,
  'earlier-height': () => EarlierHeightReadingInput,
} satisfies Record<ReadingKind, () => new () => ReadingBase>;

export { ReadingBase };
