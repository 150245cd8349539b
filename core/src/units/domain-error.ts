/** A wrong argument: says which quantity, what it was and what is allowed. Thrown, never repaired. */
export class DomainError extends Error {
  override readonly name = 'DomainError';
  constructor(
    readonly code: string,
    readonly quantity: string,
    readonly value: unknown,
    readonly expected: string,
  ) {
    super(`${quantity} is ${String(value)}: ${expected}`);
  }
}

/** Why a question has no answer. */
export type Refusal =
  | 'along-the-lean'
  | 'along-stem-or-plumb'
  | 'bark-without-diameter'
  | 'crown-base-over-total'
  | 'device-below-mark'
  | 'errors-too-large'
  | 'far-not-sighted'
  | 'lean-direction'
  | 'lean-needs-base'
  | 'lean-told-twice'
  | 'mark-above-tip'
  | 'mark-told-twice'
  | 'mark-needed'
  | 'no-base'
  | 'no-convergence'
  | 'no-diameter'
  | 'no-distance'
  | 'no-elevation'
  | 'no-height'
  | 'no-logs'
  | 'no-mark-height'
  | 'no-pace'
  | 'no-parallax'
  | 'no-pole'
  | 'no-reach'
  | 'no-reference-shadow'
  | 'no-root-flare'
  | 'no-shadow'
  | 'no-slope'
  | 'no-stump'
  | 'not-sighted'
  | 'out-of-range'
  | 'outside-table'
  | 'pole-at-mark'
  | 'pole-below-base'
  | 'pole-not-sighted'
  | 'pom-above-fork'
  | 'pom-below-fork'
  | 'pom-below-ground'
  | 'pom-needed'
  | 'rounds-to-nothing'
  | 'second-tape-missing'
  | 'several-poms'
  | 'stems-stand-alone'
  | 'sun-in-slope'
  | 'taper-too-strong'
  | 'tip-overhead'
  | 'too-few'
  | 'top-below-base';

/** A question without an answer (parallel sights, a reading still missing) is not an error: it says why. */
export type Answer<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly code: Refusal; readonly reason: string };

export const answer = <T>(value: T): Answer<T> => ({ ok: true, value });
export const noAnswer = (code: Refusal, reason: string): Answer<never> => ({ ok: false, code, reason });

/**
 * Passes a finite number above a bound, refuses anything else.
 * @param quantity what it is, for the sentence
 * @param value the number
 * @param above exclusive lower bound; 0 when left out
 * @throws DomainError `out-of-range`
 */
export function requireAbove(quantity: string, value: number, above = 0): void {
  if (!(Number.isFinite(value) && value > above)) {
    throw new DomainError('out-of-range', quantity, value, `it must be a finite number above ${above}`);
  }
}

/**
 * Passes a finite number from a bound up, refuses anything else.
 * @param quantity what it is, for the sentence
 * @param value the number
 * @param from inclusive lower bound; 0 when left out
 * @throws DomainError `out-of-range`
 */
export function requireFrom(quantity: string, value: number, from = 0): void {
  if (!(Number.isFinite(value) && value >= from)) {
    throw new DomainError('out-of-range', quantity, value, `it must be a finite number from ${from}`);
  }
}

/**
 * Passes a finite number of either sign, refuses NaN and the infinities.
 * @throws DomainError `not-finite`
 */
export function requireFinite(quantity: string, value: number): void {
  if (!Number.isFinite(value)) throw new DomainError('not-finite', quantity, value, 'it must be a finite number');
}

/** The shortest length that anything is divided by, metres: nobody lays out, paces or stands off a shorter one. */
export const LEAST_LENGTH = 0.01;

/**
 * Passes a length that something is divided by, refuses a shorter one than anybody measures.
 * @param quantity what it is, for the sentence
 * @param value metres
 * @throws DomainError `out-of-range`
 */
export function requireLength(quantity: string, value: number): void {
  if (!(Number.isFinite(value) && value >= LEAST_LENGTH))
    throw new DomainError('out-of-range', quantity, value, `it must be at least ${LEAST_LENGTH} m`);
}
