import type { LengthRead } from './common';

/** How far another tree stands, from centre to centre. */
export interface NeighbourReading extends LengthRead {
  readonly kind: 'neighbour';
  /** Tag of the other tree. */
  readonly to: string;
}
