import type { ProtocolOptions, UnitSystem } from '@arbolito/core';
import type { Entity } from '../../book/versions';
import type { RecordOf } from '../../contract/envelope';
import type { MeasureMethod } from '../../methods/index';
import { sayReading } from '../../methods/say-reading';
import type { Step, StepChoices, StepId } from '../../methods/step';
import { isExtra, methodSteps, STEPS } from '../../methods/steps';
import { atStep } from './tape';

export type { MerchantableWay, Step, StepChoices, StepId } from '../../methods/step';

export function stepOrder(choices: StepChoices, protocol: ProtocolOptions): readonly StepId[] {
  return ['trunk', 'dbh', ...methodSteps(choices, protocol), 'upper', 'eye-height'];
}

/** Steps that are only taken when a person chooses them; logs belong to the work where the protocol cuts them. */
function isOptional(id: StepId, protocol: ProtocolOptions, method: MeasureMethod, height: boolean): boolean {
  if (!height && id !== 'dbh') return true;
  if (id === 'logs' || id === 'merchantable' || id === 'log-scale') return !protocol.merchantable?.logs;
  return id === 'crown-base' || id === 'eye-height' || id === 'trunk' || id === 'upper' || isExtra(id, method);
}

/** Where Enter leads: the next step of the work that has no reading, or `done`. */
export function stepAfter(steps: readonly Step[], at: StepId | 'done'): StepId | 'done' {
  const from = steps.findIndex((s) => s.id === at);
  return steps.slice(from + 1).find((s) => !s.optional && s.readings.length === 0)?.id ?? 'done';
}

/** The steps as they will be once what was just kept is in the book. */
export function withFilled(steps: readonly Step[], filled: (id: StepId) => boolean): readonly Step[] {
  const something: Step['readings'][number] = { entity: '', heads: [], history: [], latest: null, body: null, conflicts: [], newer: false };
  return steps.map((s) => (filled(s.id) ? { ...s, readings: [...s.readings, something] } : s));
}

/** The steps of a tree with what is read so far; `far` is the farther station of two, as the book has it, `height` whether one is wanted. */
export function stepsOf(
  readings: readonly Entity<RecordOf<'reading'>>[],
  choices: StepChoices,
  protocol: ProtocolOptions,
  far: string | null,
  height = true,
): readonly Step[] {
  return stepOrder(choices, protocol).map((id): Step => {
    const own = readings.filter((e) => atStep(e, id, far));
    const { title, short, ask } = STEPS[id];
    return {
      id,
      title,
      short,
      ask,
      optional: isOptional(id, protocol, choices.method, height),
      readings: own,
      said: saidOf(own, protocol.units),
    };
  });
}

function saidOf(own: Step['readings'], units: UnitSystem): string | null {
  if (own.length === 0) return null;
  return own.flatMap((e) => (e.body ? [sayReading(e.body.read, units)] : [])).join(', ');
}
