import * as geomagnetism from 'geomagnetism';
import { type Answer, answer, noAnswer } from '../units';
import type { Position } from './geo-area';

// a module of the older kind: as it is, its functions stand in the default, bundled they stand beside it
const { model } = (geomagnetism as { default?: typeof geomagnetism }).default ?? geomagnetism;

/** When it is, handed in by whoever has a clock. */
export type Moment = NonNullable<Parameters<typeof model>[0]>;

/**
 * How far magnetic north lies east of true north at a place and time. Iron near by is not in it.
 * @param position degrees
 * @param at the time
 * @returns degrees, below 0 where it lies west; no answer before 2015 and after the last model's years
 * @source World Magnetic Model, at sea level
 */
export function declinationAt([longitude, latitude]: Position, at: Moment): Answer<number> {
  try {
    return answer(model(at).point([latitude, longitude]).decl);
  } catch {
    return noAnswer('outside-table', 'The model of the earth’s field ends before that day, or begins after it.');
  }
}
