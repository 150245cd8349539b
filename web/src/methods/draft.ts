import type { Preferences } from '../field/preferences';
import { sighting } from './sighting';
import type { Around, StepId } from './step';
import { STEPS } from './steps';
import type { Draft } from './typed';

/** What the typed text means at a step, or why it can't be kept. */
export function draftOf(step: StepId, text: string, p: Preferences, around: Around): Draft {
  const { draft } = STEPS[step];
  return draft ? draft(text, p, around) : sighting(step, text, p, around);
}

export type { Around, Draft };
