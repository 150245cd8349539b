import type { StandInput, UnfilledTree } from '@arbolito/core';
import type { NotCounted } from './asked';

/** A sample that is ready to be expanded: what speaks for the land, and what is left out of it. */
export interface Prepared {
  readonly land: Omit<StandInput, 'trees'>;
  readonly trees: readonly UnfilledTree[];
  /** Names of plots by id: as people say them. */
  readonly plotNames: ReadonlyMap<string, string>;
  /** Plot and name of each tree, by id. */
  readonly label: (id: string) => { readonly plot: string; readonly tree: string };
  readonly breastHeight: number;
  /** Trees in no sum. */
  readonly uncounted: readonly {
    readonly id: string;
    readonly plot: string;
    readonly tree: string;
    readonly count: number;
    readonly why: NotCounted;
  }[];
  readonly worth: readonly Worth[];
}

/** Something found while a sample was made ready. */
export interface Worth {
  readonly code: WorthCode;
  readonly of: readonly string[];
}
/** What there may be, each with its sentence in `stand-words.ts`. */
export type WorthCode =
  | 'not-reached'
  | 'not-measured'
  | 'to-redo'
  | 'shifted'
  | 'without-size'
  | 'unusable-size'
  | 'unusable-area'
  | 'area-too-small'
  | 'unusable-figures'
  | 'without-plot'
  | 'plot-struck'
  | 'without-diameter'
  | 'edges-open'
  | 'conflicts'
  | 'values-out'
  | 'not-together'
  | 'form-factor'
  | 'form-class'
  | 'grid'
  | 'nested-all'
  | 'systematic-edge';
