import type { HeightMethod } from '../../tree/index';
import { aboveBelow } from './above-below';
import type { Scene } from './define';
import { device } from './device';
import { direct } from './direct';
import { equalLegs } from './equal-legs';
import { lineShots } from './line-shots';
import { pole } from './pole';
import { setAngle } from './set-angle';
import { shadow } from './shadow';
import { stick } from './stick';
import { twoStations } from './two-stations';

/** The tree, the eye and its sights, and nothing else. */
const PLAIN: Scene = {};

/** How every method is drawn. A new one is a file beside these and a line here. */
export const SCENES: Readonly<Record<HeightMethod, Scene>> = {
  'two-sights': PLAIN,
  'two-sights-to-mark': PLAIN,
  'included-angle': PLAIN,
  'line-shots': lineShots,
  transponder: PLAIN,
  pole,
  'two-stations': twoStations,
  'equal-legs': equalLegs,
  stick,
  'set-angle': setAngle,
  device,
  'above-below': aboveBelow,
  shadow,
  direct,
  told: PLAIN,
  mean: PLAIN,
};

export type { Drawn, Scene } from './define';
