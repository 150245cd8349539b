import type { LengthRead } from './common';

/** The line between the station it belongs to, the nearer one, and another in line with the tree. */
export interface BaselineReading extends LengthRead {
  readonly kind: 'baseline';
  /** Name of the station at its other end. */
  readonly far: string;
  /** Degrees it rises or falls; level when left out. */
  readonly elevation?: number;
}
