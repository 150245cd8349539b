import type { LengthRead } from './common';

/** How much room there is at a station: the greatest level distance from the stem to which one can go and still see tip and base. */
export interface RoomReading extends LengthRead {
  readonly kind: 'room';
}
