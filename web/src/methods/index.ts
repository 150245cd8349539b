import type { HeightMethod } from '@arbolito/core';
import { aboveBelow } from './above-below';
import type { Method } from './define';
import { device } from './device';
import { direct } from './direct';
import { equalLegs } from './equal-legs';
import { includedAngle } from './included-angle';
import { lineShots } from './line-shots';
import { pole } from './pole';
import { setAngle } from './set-angle';
import { shadow } from './shadow';
import type { MeasureMethod } from './step';
import { stick } from './stick';
import { transponder } from './transponder';
import { twoSights } from './two-sights';
import { twoStations } from './two-stations';

/** Every way in the order it is offered. A new one is a file beside these, a line here and one among the steps. */
export const METHODS: Readonly<Record<MeasureMethod, Method>> = {
  'two-sights': twoSights,
  'line-shots': lineShots,
  transponder,
  device,
  'included-angle': includedAngle,
  pole,
  'two-stations': twoStations,
  'equal-legs': equalLegs,
  stick,
  'set-angle': setAngle,
  'above-below': aboveBelow,
  shadow,
  direct,
};
export const MEASURE_METHODS = Object.keys(METHODS) as MeasureMethod[];

/** How a height came about that no method of its own stands for. */
const BESIDE: Readonly<Record<Exclude<HeightMethod, MeasureMethod>, Pick<Method, 'name' | 'short' | 'formula'>>> = {
  'two-sights-to-mark': { name: 'Two sights, to a mark', short: 'to a mark', formula: 'H = mark height + D · (t tip − t mark)' },
  told: { name: 'Told', short: 'told', formula: 'as somebody told it' },
  mean: { name: 'Mean', short: 'mean', formula: 'mean of the determinations, each weighted by one over its error squared' },
};
/** What a height's method is called in a word or two, and the formula behind it. */
export const wordsOf = (method: HeightMethod): Pick<Method, 'name' | 'short' | 'formula'> => ALL[method];
const ALL = { ...METHODS, ...BESIDE };

export type { MeasureMethod };
