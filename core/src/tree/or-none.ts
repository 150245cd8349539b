import { type Answer, DomainError, noAnswer } from '../units';

/** What an error is made of, or null where readings may lie so that there is no answer at all. */
export function orNone<T>(sigma: () => T): T | null {
  try {
    return sigma();
  } catch (e) {
    if (e instanceof DomainError) return null;
    throw e;
  }
}
export const ERRORS_TOO_LARGE = noAnswer(
  'errors-too-large',
  'The errors of these readings are as large as what they should tell apart: nothing follows. Take them from farther apart, or another way.',
);
/** For propagation: a value, or none. */
export const numberOf = (a: Answer<number>): number => (a.ok ? a.value : Number.NaN);
