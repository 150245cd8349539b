import { aboveBelow } from './above-below';
import type { Rays } from './define';
import { device } from './device';
import { direct } from './direct';
import { equalLegs } from './equal-legs';
import { includedAngle } from './included-angle';
import { lineShots } from './line-shots';
import type { SimulatedMethod } from './methods';
import { pole } from './pole';
import { setAngle } from './set-angle';
import { shadow } from './shadow';
import { stick } from './stick';
import { transponder } from './transponder';
import { twoSights } from './two-sights';
import { twoSightsToMark } from './two-sights-to-mark';
import { twoStations } from './two-stations';

/** What is read by every method. A new one is a file beside these and a line here; no formula of measuring is used in any. */
export const RAYS: Readonly<Record<SimulatedMethod, Rays>> = {
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
