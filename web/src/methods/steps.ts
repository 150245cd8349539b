import type { ProtocolOptions } from '@arbolito/core';
import { aboveBelow } from './above-below';
import { COMMON_STEPS } from './common-steps';
import type { StepSpec } from './define';
import { device } from './device';
import { direct } from './direct';
import { equalLegs } from './equal-legs';
import { METHODS, type MeasureMethod } from './index';
import { pole } from './pole';
import { setAngle } from './set-angle';
import { shadow } from './shadow';
import type { StepChoices, StepId } from './step';
import { stick } from './stick';
import { twoStations } from './two-stations';

/** Every step there is: what several methods share, and each method's own. */
export const STEPS: Readonly<Record<StepId, StepSpec>> = {
  ...COMMON_STEPS,
  ...pole.own,
  ...twoStations.own,
  ...equalLegs.own,
  ...stick.own,
  ...setAngle.own,
  ...device.own,
  ...aboveBelow.own,
  ...shadow.own,
  ...direct.own,
};

/** Every step of a tree by the method in hand, in order. */
export function methodSteps(choices: StepChoices, protocol: ProtocolOptions): readonly StepId[] {
  const { method } = choices;
  const { steps, distant, sights, beside = [], misled, leans = misled } = METHODS[method];
  const lower: readonly StepId[] = choices.lower === 'mark' ? ['mark', 'mark-height'] : ['base'];
  const distance: readonly StepId[] = distant ? ['distance', ...(choices.along === 'slope' ? (['ground'] as const) : [])] : [];
  return [
    ...distance,
    ...steps(lower),
    ...(sights && protocol.units === 'metric' ? (['crown-base'] as const) : []),
    ...(sights || choices.merchantable !== 'merchantable' ? [choices.merchantable] : []),
    ...(sights ? (['stump', 'point'] as const) : []),
    ...beside,
    ...(leans ? (['lean'] as const) : []),
    ...(misled ? (['crown'] as const) : []),
    'bearing',
    'crown-spread',
    'called-height',
    'neighbour',
    'earlier-height',
  ];
}

/** What hardly any tree needs: taken when a person chooses it. */
export const EXTRAS: ReadonlySet<StepId> = new Set([
  'stump',
  'point',
  'plumb',
  'room',
  'lean',
  'crown',
  'bearing',
  'crown-spread',
  'called-height',
  'neighbour',
  'earlier-height',
]);

/** Steps of a method that are only taken when a person chooses them. */
export const isExtra = (id: StepId, method: MeasureMethod): boolean => EXTRAS.has(id) || (METHODS[method].optional?.includes(id) ?? false);
