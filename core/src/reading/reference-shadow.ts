import type { LengthRead } from './common';

/** The shadow of something of known height: its value is the shadow. */
export interface ReferenceShadowReading extends LengthRead {
  readonly kind: 'reference-shadow';
  /** How tall the staff or person is, in the same unit. */
  readonly height: number;
  /** Where its shadow lies: on level ground, or on the same even slope as the tree's; level when left out. */
  readonly on?: 'level' | 'slope';
  readonly minute?: number;
}
