import { readJson, writeJson } from '../field/device';
import type { StepId } from '../views/measure/steps';
import type { MeasureMethod } from './methods';

export type CautionId = 'look-up' | 'walk-back' | 'laser' | 'sun' | 'vines' | 'strings' | 'lines' | 'limits';

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

/** The caution of a step, the gravest first. */
export function cautionsAt(step: StepId | 'done', method: MeasureMethod, laser: boolean): readonly CautionId[] {
  switch (step) {
    case 'dbh':
      return ['look-up'];
    case 'trunk':
      return ['vines'];
    case 'distance':
      return laser ? ['laser', 'walk-back'] : ['walk-back'];
    case 'mark':
    case 'base':
    case 'tip':
      return laser ? ['laser'] : method === 'two-stations' ? ['walk-back'] : [];
    case 'baseline':
    case 'set-angle':
    case 'stick':
      return ['walk-back'];
    case 'pole':
      return ['lines'];
    case 'shadow':
    case 'reference-shadow':
      return ['sun'];
    case 'direct':
      return ['limits', 'lines'];
    default:
      return [];
  }
}

const key = (person: string | null) => `arbolito.cautions.${person ?? 'nobody'}`;

/** Which ones a person has read and put away, on this device. */
export const putAway = (person: string | null): readonly CautionId[] => readJson<CautionId[]>(key(person)) ?? [];
export const rememberPutAway = (person: string | null, ids: readonly CautionId[]) => writeJson(key(person), ids);
