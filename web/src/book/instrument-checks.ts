import { baseCheck, type DomainError, twoWayCheck } from '@arbolito/core';
import type { CheckFigures } from '../contract/records/calibration';
import type { Stated, Thing } from './things';
import { usable } from './usable';

/** A check of an instrument as it was found: a zero of its angle, or a factor of its distance. */
export interface InstrumentCheck {
  readonly id: string;
  readonly at: string;
  readonly what: 'two-way' | 'base';
  readonly passed: boolean;
  /** Degrees, of a two-way check. */
  readonly zero: number;
  /** True over read, of a base check. */
  readonly factor: number;
  readonly found: Readonly<CheckFigures>;
}
/** What is put right in a reading. */
export interface Correction {
  readonly zero?: number;
  readonly factor?: number;
}

/** What a kept check says, or why it can't be used; null for one of a kind that is not known here. */
export function checkOf({
  entity,
  body,
  latest,
}: Pick<Thing<'calibration'>, 'entity' | 'body' | 'latest'>): InstrumentCheck | DomainError | null {
  const { what, found } = body;
  const base = { id: entity, at: latest.at, found };
  const [forward, back, taped, read] = [found.forward, found.back, found.taped, found.read];
  if (what === 'two-way' && forward !== undefined && back !== undefined) {
    return usable(() => {
      const { zero, passed } = twoWayCheck(forward, back);
      return { ...base, what, passed, zero, factor: 1 };
    });
  }
  if (what === 'base' && taped !== undefined && read !== undefined) {
    return usable(() => {
      const { factor, passed } = baseCheck(taped, read);
      return { ...base, what, passed, zero: 0, factor };
    });
  }
  return null;
}

/**
 * What to put right in something an instrument read at a moment. A failed check tells of everything since the last good
 * one, and of what is read with its zero known until the next check.
 * @param checks of one instrument and one kind, oldest first
 * @param at when it was read, as records keep their time
 */
export function correctionAt(checks: readonly InstrumentCheck[], at: string): Correction {
  const after = checks.find((c) => c.at >= at);
  const before = checks.findLast((c) => c.at < at);
  const tells = after && !after.passed ? after : before && !before.passed ? before : null;
  if (!tells) return {};
  return tells.what === 'two-way' ? { zero: tells.zero } : { factor: tells.factor };
}

/**
 * The instrument, where it wants checking on the day it is used and has not been: an ultrasonic one.
 * @param instrument its record, or null where none is in hand
 * @param checks of it, oldest first
 * @param today a date as 2026-05-11
 */
export function uncheckedOn(
  instrument: Stated<'instrument'> | null,
  checks: readonly InstrumentCheck[],
  today: string,
): { readonly name: string } | null {
  if (instrument?.body.tool !== 'ultrasonic') return null;
  return checks.at(-1)?.at.slice(0, 10) === today ? null : { name: instrument.body.name };
}
