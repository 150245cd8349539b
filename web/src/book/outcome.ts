import { checkTree, DomainError, type Finding, type ProtocolOptions, type TreeResult } from '@arbolito/core';
import { type Before, inputOf, NOTHING_BEFORE, type TreeInput, tryResult, visitBefore } from './derive';
import type { BookTree } from './tree';
import { usable } from './usable';

/** What checks look at beside the readings and their result. */
export interface CheckedBeside extends Before {
  readonly tree?: string;
  /** The person's own reach, eye to stick, metres. */
  readonly reach?: number;
  readonly unchecked?: { readonly name: string };
}

/** What is wrong or doubtful about one tree. */
export function findingsOf({ readings, protocol, species }: TreeInput, result: TreeResult, beside: CheckedBeside): readonly Finding[] {
  const found = usable(() => checkTree({ readings, result, protocol, species, ...beside }));
  return found instanceof DomainError ? [notChecked(found)] : found;
}

/** Readings that have a result may still lie where the checks can't follow: older rules let them in. */
const notChecked = ({ message }: DomainError): Finding => ({
  code: 'not-checked',
  target: 'tip',
  severity: 'doubt',
  what: 'The checks of this tree could not be calculated.',
  why: `A value is out of their range: ${message}.`,
  remedy: 'Look at the readings and correct the impossible one.',
});

/** A tree's result and what is to be said of it, or why it can't be derived at all. */
export type Outcome =
  | { readonly ok: true; readonly result: TreeResult; readonly findings: readonly Finding[] }
  | { readonly ok: false; readonly error: DomainError };

export function outcomeOf(input: TreeInput, beside: CheckedBeside = NOTHING_BEFORE): Outcome {
  const result = tryResult(input);
  return result instanceof DomainError ? { ok: false, error: result } : { ok: true, result, findings: findingsOf(input, result, beside) };
}

/** A tree of the book under a protocol, beside its visit before. */
export const treeOutcome = (tree: BookTree, protocol: ProtocolOptions): Outcome =>
  outcomeOf(inputOf(tree, protocol), visitBefore(tree, tree.visits.slice(0, -1), tree.visits.at(-1)?.on ?? '', protocol));
