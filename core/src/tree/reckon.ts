import { type Measured, type Propagated, propagate } from '../height/index';
import { type Answer, answer, DomainError, noAnswer } from '../units';

export const ERRORS_TOO_LARGE = noAnswer(
  'errors-too-large',
  'The errors of these readings are as large as what they should tell apart: nothing follows. Take them from farther apart, or another way.',
);

/**
 * What a formula makes of everything that was read, with its error and what that is made of.
 * @param terms what goes in, each with its standard error
 * @param formula of the values, by the terms' names
 * @returns no answer where the formula has none, nor where readings may lie so within their errors that it has none
 */
export function reckon<K extends string, N extends number>(
  terms: Readonly<Partial<Record<K, Measured>>>,
  formula: (values: Readonly<Partial<Record<K, number>>>) => Answer<N>,
): Answer<Propagated<K> & { readonly value: N }> {
  const read = terms as Readonly<Record<K, Measured>>;
  const value = formula(Object.fromEntries(Object.entries<Measured>(read).map(([k, m]) => [k, m.value])) as Record<K, number>);
  if (!value.ok) return value;
  try {
    const made = propagate<K>(read, (v) => {
      const there = formula(v);
      return there.ok ? there.value : Number.NaN;
    });
    return answer({ ...made, value: value.value });
  } catch (e) {
    if (e instanceof DomainError) return ERRORS_TOO_LARGE;
    throw e;
  }
}
