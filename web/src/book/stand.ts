import {
  expand,
  type FilledTrees,
  fillHeights,
  type NeededPlots,
  plotsInAll,
  SQUARE_METRES_PER_ACRE,
  SQUARE_METRES_PER_HECTARE,
  type StandFigures,
  type StandInput,
  type StandResult,
  Stream,
  type UnitSystem,
  withModelErrors,
} from '@arbolito/core';
import type { Prepared } from './prepared';
import { type StandWord, sayNote, worthKnowing } from './stand-words';

export interface StandOptions {
  /** As a share. */
  readonly confidence: number;
  readonly intervals: 'sampling' | 'all';
}
/** A survey's figures with all that they rest on. */
export interface SurveyStand extends StandOptions {
  readonly result: StandResult;
  readonly filled: FilledTrees;
  readonly prepared: Prepared;
  readonly notes: readonly StandWord[];
}

/** The thickest trees of a hectare that make the dominant height: 100, or 40 an acre. */
export const thickestOf = (units: UnitSystem): number => (units === 'us' ? (40 * SQUARE_METRES_PER_HECTARE) / SQUARE_METRES_PER_ACRE : 100);

/** Any seed will do: the same survey gives the same figures each time. */
const SEED = 20_260_501;

/**
 * The figures of a sample: heights for trees without one, then every sum with its interval.
 * @throws DomainError where plots cover more than their area
 */
export function standOf(prepared: Prepared, { confidence, intervals }: StandOptions): SurveyStand {
  const { land, trees, breastHeight } = prepared;
  const filled = fillHeights(trees, breastHeight);
  const input: StandInput = { ...land, trees: filled.trees };
  const sampled = expand(input, confidence);
  const stream = new Stream(SEED);
  const result = intervals === 'all' ? withModelErrors(sampled, input, trees, filled, confidence, () => stream.normal(1)) : sampled;
  const words = [...result.notes.map((n) => sayNote(n, prepared.plotNames)), ...worthKnowing(prepared, filled)];
  return { confidence, intervals, result, filled, prepared, notes: words };
}

/** What needed plots are counted for: volume where there is any, else basal area, else trees. */
export function aimOf({ volume, basalArea, trees }: StandFigures) {
  if (volume) return { of: 'volume', estimate: volume } as const;
  return basalArea ? ({ of: 'basalArea', estimate: basalArea } as const) : ({ of: 'trees', estimate: trees } as const);
}

/** Plots in all that a sampling error needs, as a share; null where nothing varies that could be said of. */
export const plotsNeeded = (figures: StandFigures, error: number, confidence: number): NeededPlots | null =>
  plotsInAll(aimOf(figures).estimate, error, confidence);
