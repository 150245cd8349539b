import {
  DomainError,
  deriveTree,
  metres,
  type PreviousDiameter,
  type PreviousHeight,
  type ProtocolOptions,
  type Reading,
  type ReadingErrors,
  type SpeciesFigures,
  type TreeResult,
  yearsBetween,
} from '@arbolito/core';
import { withCalled } from './called';
import type { BookTree, BookVisit } from './tree';
import { usable } from './usable';

/** Everything that one tree's result follows from. */
export interface TreeInput {
  readonly readings: readonly Reading[];
  readonly protocol: ProtocolOptions;
  readonly species: SpeciesFigures;
  /** Of whoever measured, metres; assumed, and said so, when nobody knows. */
  readonly eyeHeight?: number | null;
  readonly errors?: ReadingErrors;
}

/** What the visit before gave, as the checks take it: stem by stem its diameters, and its height. */
export interface Before {
  readonly previous: readonly PreviousDiameter[];
  readonly previousHeight?: PreviousHeight;
}
export const NOTHING_BEFORE: Before = { previous: [] };

/**
 * The result of one tree, for everybody who wants one.
 * @throws DomainError on a reading that can't be one
 */
export function resultOf({ readings, protocol, species, eyeHeight, errors }: TreeInput): TreeResult {
  return deriveTree({
    readings,
    protocol,
    species,
    ...(eyeHeight == null ? {} : { eyeHeight: metres(eyeHeight) }),
    ...(errors ? { errors } : {}),
  });
}

/** The result, or the error of a reading that can't be one. */
export const tryResult = (input: TreeInput): TreeResult | DomainError => usable(() => resultOf(input));

/** A tree of the book as it is derived: its last visit, or an earlier one. */
export const inputOf = (tree: BookTree, protocol: ProtocolOptions, visit?: BookVisit): TreeInput => ({
  readings: visit ? visit.inForce : withCalled(tree.called, tree.inForce),
  protocol,
  species: tree.species,
  eyeHeight: visit ? visit.eyeHeight : tree.eyeHeight,
});

/**
 * What the last of some visits gave.
 * @param visits earlier ones, oldest first
 * @param on the day of the visit that follows
 */
export function visitBefore(tree: BookTree, visits: readonly BookVisit[], on: string, protocol: ProtocolOptions): Before {
  const last = visits.at(-1);
  // without their days two visits can't be compared
  if (!last || last.on === '' || on === '') return NOTHING_BEFORE;
  const result = tryResult(inputOf(tree, protocol, last));
  if (result instanceof DomainError) return NOTHING_BEFORE;
  const { stems, height } = result;
  const years = Math.max(0, yearsBetween(last.on, on));
  return {
    previous: stems.flatMap(({ stem, dbh }) =>
      dbh.ok ? [{ stem, diameter: dbh.value.unrounded, sigma: dbh.value.sigmaUnrounded, pom: dbh.value.pom, years }] : [],
    ),
    ...(height.ok ? { previousHeight: { height: height.value.value, sigma: height.value.sigma, years } } : {}),
  };
}
