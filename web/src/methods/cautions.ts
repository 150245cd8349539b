import { readJson, writeJson } from '../field/device';
import type { CautionId } from './define';
import { METHODS, type MeasureMethod } from './index';
import type { StepId } from './step';
import { STEPS } from './steps';

/** What can hurt somebody at a step, in a sentence or two. Local rules and trained people come before anything here. */
export const CAUTIONS: Readonly<Record<CautionId, string>> = {
  'look-up': 'Look up first: dead limbs, a hung-up top, wind. Never strike or shake a dead or damaged stem.',
  'walk-back': 'Walking backwards: look behind you for traffic, holes and slope before every step.',
  laser: 'Never point a laser at a person’s or an animal’s eye, nor through glass or binoculars.',
  sun: 'Never look into the sun, least of all through an instrument. Read it by the shadow.',
  vines: 'Gloves before you touch vines, and know the poisonous ones.',
  strings: 'Take every string and band home with you.',
  lines: 'Keep away from power lines with poles and tapes, and call their owner.',
  limits: 'Climbing, felling and what hangs over them belong to trained and licensed people.',
};

/** The cautions of a step, the gravest first. */
export function cautionsAt(step: StepId | 'done', method: MeasureMethod, laser: boolean): readonly CautionId[] {
  if (step === 'done') return [];
  const own = METHODS[method].cautions?.[step] ?? STEPS[step].cautions ?? [];
  return laser && BY_LASER.has(step) ? ['laser', ...own] : own;
}
/** Where a laser is pointed at the tree. */
const BY_LASER: ReadonlySet<StepId> = new Set(['distance', 'mark', 'base', 'tip']);

const key = (person: string | null) => `arbolito.cautions.${person ?? 'nobody'}`;

/** Which ones a person has read and put away, on this device. */
export const putAway = (person: string | null): readonly CautionId[] => readJson<CautionId[]>(key(person)) ?? [];
export const rememberPutAway = (person: string | null, ids: readonly CautionId[]) => writeJson(key(person), ids);

export type { CautionId };
