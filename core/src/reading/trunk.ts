import type { Trunk } from '../stem/index';
import type { ReadingBase } from './common';

/** What the trunk does: an observation that decides where the tape goes. The last one of a stem counts. */
export interface TrunkReading extends ReadingBase {
  readonly kind: 'trunk';
  readonly trunk: Trunk;
}
