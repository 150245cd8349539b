import { DomainError } from '@arbolito/core';

/**
 * What is worked out of a stored record, or why it can't be: records were kept under older, laxer rules too. Whoever sums
 * over records leaves out those that can't be used, and says so, instead of stopping at them.
 */
export function usable<T>(work: () => T): T | DomainError {
  try {
    return work();
  } catch (error) {
    if (error instanceof DomainError) return error;
    throw error;
  }
}

/** A record that nothing can be worked out from. */
export interface Unusable {
  readonly id: string;
  /** When it was made. */
  readonly at: string;
  readonly why: DomainError;
}
