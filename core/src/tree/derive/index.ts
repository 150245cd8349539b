import type { OtherMethod, SightedMethod } from '../methods';
import { aboveBelow } from './above-below';
import type { Way } from './define';
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

/** Every way of finding a height. A new one is a file beside these and a line here. */
export const WAYS: Readonly<Record<SightedMethod | OtherMethod, Way>> = {
  'two-sights': twoSights,
  'two-sights-to-mark': twoSightsToMark,
  'included-angle': includedAngle,
  'line-shots': lineShots,
  transponder,
  pole,
  'two-stations': twoStations,
  'equal-legs': equalLegs,
  stick,
  'set-angle': setAngle,
  device,
  'above-below': aboveBelow,
  shadow,
  direct,
};

export type { Around, Derived, Sources, Way } from './define';
