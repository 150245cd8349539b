import type { HeightMethod, ProtocolOptions } from '@arbolito/core';
import type { StepChoices, StepId } from './step';

/** The ways a height is measured from one setting-up. A mark instead of the base is a choice within the first. */
export const MEASURE_METHODS = [
  'two-sights',
  'line-shots',
  'transponder',
  'device',
  'included-angle',
  'pole',
  'two-stations',
  'stick',
  'set-angle',
  'shadow',
  'direct',
] as const satisfies readonly HeightMethod[];
export type MeasureMethod = (typeof MEASURE_METHODS)[number];

/** What a method is called, and when it is the one to take. */
export const METHOD_WORDS: Record<MeasureMethod, readonly [name: string, short: string, when: string]> = {
  'two-sights': ['Two sights and a distance', 'two sights', 'a clinometer and a tape, paces or a rangefinder'],
  'line-shots': ['Two line-of-sight shots', 'two shots', 'a laser that reads distance and angle; right for leaning trees too'],
  transponder: ['Transponder on the stem', 'transponder', 'an ultrasonic instrument and its transponder'],
  device: ['As the instrument reports it', 'reported', 'the instrument shows a finished height'],
  'included-angle': ['One angle between base and tip', 'one angle', 'two sticks and a protractor'],
  pole: ['Pole at the base', 'pole', 'a pole of known length beside the stem, no distance'],
  'two-stations': ['Two stations', 'two stations', 'the tree can’t be reached'],
  stick: ['Upright stick', 'stick', 'a stick in the outstretched hand'],
  'set-angle': ['One set angle', 'set angle', 'walk until the tip stands on 45° or another set angle'],
  shadow: ['Shadow', 'shadow', 'sun, level ground and a staff'],
  direct: ['Along the tree', 'direct', 'a pole, a tape dropped from the top, the felled stem'],
};

/** Methods that sight places on the stem by angle or shot from one distance: any number of targets follow. */
const SIGHTING: ReadonlySet<MeasureMethod> = new Set(['two-sights', 'line-shots', 'transponder', 'included-angle', 'pole', 'two-stations']);
/** Methods whose angles a lean and a broad crown mislead. */
const MISLED: ReadonlySet<MeasureMethod> = new Set(['two-sights', 'transponder', 'included-angle', 'pole', 'two-stations']);
/** Methods that need a level distance of their own. */
const DISTANT: ReadonlySet<MeasureMethod> = new Set(['two-sights', 'included-angle', 'stick', 'set-angle', 'device']);

/** The steps of a method in the order they are taken, before those that any of them may be followed by. */
function ownSteps(method: MeasureMethod, lower: readonly StepId[]): readonly StepId[] {
  switch (method) {
    case 'two-sights':
      return ['tip', ...lower];
    case 'line-shots':
      return ['tip', 'base'];
    case 'transponder':
      return ['mark', 'mark-height', 'tip'];
    case 'included-angle':
      return [...lower, 'tip'];
    case 'pole':
      return ['pole', 'base', 'pole-top', 'tip'];
    case 'two-stations':
      return ['tip', 'base', 'baseline', 'far-tip', 'far-base'];
    case 'set-angle':
      return ['set-angle', 'mark-height'];
    case 'shadow':
      return ['shadow', 'reference-shadow', 'ground'];
    case 'device':
    case 'stick':
    case 'direct':
      return [method];
  }
}

/** Every step of a tree by the method in hand, in order. */
export function methodSteps(choices: StepChoices, protocol: ProtocolOptions): readonly StepId[] {
  const { method } = choices;
  const lower: readonly StepId[] = choices.lower === 'mark' ? ['mark', 'mark-height'] : ['base'];
  const distance: readonly StepId[] = DISTANT.has(method) ? ['distance', ...(choices.along === 'slope' ? (['ground'] as const) : [])] : [];
  const sighting = SIGHTING.has(method);
  return [
    ...distance,
    ...ownSteps(method, lower),
    ...(sighting && protocol.units === 'metric' ? (['crown-base'] as const) : []),
    ...(sighting || choices.merchantable !== 'merchantable' ? [choices.merchantable] : []),
    ...(sighting ? (['stump', 'point'] as const) : []),
    ...(method === 'two-sights' ? (['plumb', 'room'] as const) : []),
    ...(MISLED.has(method) ? (['lean', 'crown'] as const) : []),
  ];
}

/** Steps of a method that are only taken when a person chooses them. */
export function isExtra(id: StepId, method: MeasureMethod): boolean {
  if (id === 'ground') return method === 'shadow';
  if (id === 'mark-height') return method === 'set-angle';
  if (id === 'distance') return method === 'device';
  return id === 'stump' || id === 'point' || id === 'plumb' || id === 'room' || id === 'lean' || id === 'crown';
}

/** Which targets are shots of distance and angle in a method. */
export const isShot = (id: StepId, method: MeasureMethod): boolean =>
  method === 'line-shots' ? SHOT_STEPS.has(id) : method === 'transponder' && id === 'mark';
const SHOT_STEPS: ReadonlySet<StepId> = new Set(['tip', 'base', 'crown-base', 'merchantable', 'stump', 'point']);
