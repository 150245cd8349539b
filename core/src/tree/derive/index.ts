import type { OtherMethod, SightedMethod } from '../methods';
import type { OtherHeight, Sighting } from './define';
import { device } from './device';
import { direct } from './direct';
import { equalLegs } from './equal-legs';
import { includedAngle } from './included-angle';
import { lineShots } from './line-shots';
import { pole } from './pole';
import { setAngle } from './set-angle';
import { shadow } from './shadow';
import { stick } from './stick';
import { transponder } from './transponder';
import { twoSights } from './two-sights';
import { twoSightsToMark } from './two-sights-to-mark';
import { twoStations } from './two-stations';

/** Every way of sighting. A new one is a file beside these and a line here. */
export const SIGHTINGS: Readonly<Record<SightedMethod, Sighting>> = {
  'line-shots': lineShots,
  transponder,
  pole,
  'two-stations': twoStations,
  'included-angle': includedAngle,
  'two-sights-to-mark': twoSightsToMark,
  'two-sights': twoSights,
};

/** Every way with readings of its own. A new one is a file beside these and a line here. */
export const OTHER_HEIGHTS: Readonly<Record<OtherMethod, OtherHeight>> = {
  'equal-legs': equalLegs,
  direct,
  shadow,
  device,
  stick,
  'set-angle': setAngle,
};

export type { Around } from './define';
