import type { ReadingErrors } from '../kit/index';
import type { Reading } from '../reading/index';
import { type Draw, degrees, type SimulatedGear, sight, USUAL_GEAR } from './rays/define';
import { RAYS } from './rays/index';
import type { SimulatedMethod } from './rays/methods';
import { checkSimulated, eyeAt, onStem, ray, type SimulatedTree } from './simulated-tree';

/**
 * What somebody would read of a simulated tree by one method, by tracing rays: no formula of measuring is used.
 * @param method the way of measuring
 * @param t the truth
 * @param draw chance; errors are drawn from `errors`, never from what the results state
 * @param errors of the instruments
 * @param gear poles, sticks, sun
 * @returns readings as they would be typed, with the diameter at breast height first
 * @throws DomainError for a tree that can't stand
 */
export function simulateReadings(
  method: SimulatedMethod,
  t: SimulatedTree,
  draw: Draw,
  errors: ReadingErrors,
  gear: SimulatedGear = USUAL_GEAR,
): readonly Reading[] {
  checkSimulated(t);
  const diameter: Reading = { kind: 'diameter', tool: 'diameter-tape', value: 100 * (t.diameter + draw(errors.diameter)), unit: 'cm' };
  return [diameter, ...RAYS[method](t, draw, errors, gear)];
}

/**
 * How the readings of a lean that is known to the person are told.
 * @param t the truth
 * @param draw chance
 * @param errors of the instruments
 * @returns a reading of the lean, in degrees from plumb
 */
export function leanReading(t: SimulatedTree, draw: Draw, errors: ReadingErrors): Reading {
  const toward = Math.abs(Math.cos(t.leanTo)) < 0.5 ? 'side' : Math.cos(t.leanTo) > 0 ? 'eye' : 'away';
  // the simulated shadow falls toward the eye
  const fromShadow = degrees(Math.acos(Math.cos(t.leanTo)));
  return { kind: 'lean', value: Math.max(0, degrees(t.lean + draw(errors.lean))), toward, fromShadow };
}

/**
 * What has to be told beside some readings of a tree that leans.
 * @param readings as somebody read them
 * @param t the truth
 * @param draw chance
 * @param errors of the instruments
 * @returns the lean, and the sight to the base where the tree was covered at once and nothing says how its base is seen
 */
export function leanReadings(readings: readonly Reading[], t: SimulatedTree, draw: Draw, errors: ReadingErrors): readonly Reading[] {
  const lean = leanReading(t, draw, errors);
  const covered = readings.find((r) => r.kind === 'stick' || r.kind === 'equal-legs' || r.kind === 'device-height');
  if (!covered) return [lean];
  // equal legs are read from where they are equal
  const eye = eyeAt(t, covered.kind === 'equal-legs' ? covered.value : t.distance);
  return [lean, sight('base', ray(eye, onStem(t, 0)), draw, errors)];
}

/** A place on the stem, for further sights. */
export const stemSight = (t: SimulatedTree, height: number, draw: Draw, errors: ReadingErrors): Reading =>
  sight('crown-base', ray(eyeAt(t), onStem(t, height)), draw, errors);

export { type Draw, type SimulatedGear, USUAL_GEAR } from './rays/define';
export { SIMULATED_METHODS, type SimulatedMethod } from './rays/methods';
