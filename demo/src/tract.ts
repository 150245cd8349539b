import type { Position, SamplingRule } from '@arbolito/core';

/** A tree as it was called: species by code, diameter in cm, and what else was said. */
export interface CalledInDemo {
  readonly code: string;
  readonly diameter: number;
  readonly height?: number;
  readonly at?: readonly [bearing: number, distance: number];
  readonly count?: number;
}

/** Where a scene's plots stand, and what lies about them. */
export interface Tract {
  readonly rule: SamplingRule;
  /** How the rule stands in the survey's record. */
  readonly design: Record<string, unknown>;
  /** Degrees, where bearings are magnetic. */
  readonly declination: number | null;
  /** The south-west corner of the tract. */
  readonly corner: Position;
  /** Rings in metres east and north of the corner; the first one outside, the others left out of it. */
  readonly strata: readonly { readonly name: string; readonly rings: readonly (readonly (readonly [number, number])[])[] }[];
  /** Centres in metres from the corner, in the order of the walk. */
  readonly centres: readonly (readonly [number, number])[];
  /** Stems of a hectare that the rule looks among. */
  readonly stemsPerHectare: number;
  /** Every so many points trees are only counted, from which one on; null where each is measured. */
  readonly countOnly: { readonly from: number; readonly every: number } | null;
  /** Downhill, degrees from the survey's north, and how steep, by the number of the stratum. */
  readonly ground: readonly (readonly [slope: number, downhill: number])[];
  /** What is left to do, by the number of the plot from 1. */
  readonly states: Readonly<Record<number, { readonly state: string; readonly reason?: string }>>;
  /** Trees that were only called so far, by the number of the plot from 1. */
  readonly called?: Readonly<Record<number, readonly CalledInDemo[]>>;
  /** Blunders as they happen, by plot and tree on it from 1. */
  readonly faults: Readonly<Record<string, 'decimal-slipped' | 'by-eye' | 'no-species' | 'tag-twice' | 'girth-as-diameter'>>;
}
