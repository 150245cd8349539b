import type { LengthRead, TopTarget } from './common';

/** A height an instrument reported, with what was set in it. */
export interface DeviceReading extends LengthRead {
  readonly kind: 'device-height';
  readonly target: TopTarget;
  /** The distance set in it, metres; used at another one the height grows with it. */
  readonly setDistance?: number;
  /** The height of the mark set in it, metres. */
  readonly setMark?: number;
}
