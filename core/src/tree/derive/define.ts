import type { ErrorPart, Measured } from '../../height/index';
import type { ReadingErrors } from '../../kit/index';
import type { TopTarget } from '../../reading/index';
import type { GroundReference } from '../../survey/index';
import { type Answer, answer, type Metres, metres } from '../../units';
import type { StationReadings } from '../gather';
import type { OtherMethod } from '../methods';
import type { HeightResult, Sight, StationResult } from '../result';

/** What methods without two sights need to know beside their own readings. */
export interface Around {
  readonly s: StationReadings;
  /** The station, where it has a level distance. */
  readonly station: Answer<StationResult>;
  readonly diameter: Metres | null;
  readonly eyeHeight: Metres | null;
  readonly errors: ReadingErrors;
  readonly tipOffset: number;
  readonly reference: GroundReference;
}

/** The height of a target by a method's own readings; null where nothing of the kind was read. */
export type OtherHeight = (target: TopTarget, a: Around) => Answer<HeightResult> | null;

/** A height with what its error is made of, as such a method gives it. */
export function found(
  a: Around,
  method: OtherMethod,
  value: number,
  parts: Partial<Record<ErrorPart, number>>,
  from: readonly string[],
): Answer<HeightResult> {
  const all = Object.entries(parts) as [ErrorPart, number][];
  const largest = all.reduce((x, y) => (Math.abs(y[1]) > Math.abs(x[1]) ? y : x));
  return answer({
    value: metres(value),
    sigma: metres(Math.hypot(...all.map(([, part]) => part))),
    method,
    station: a.s.id,
    reference: a.reference,
    signCase: null,
    parts,
    dominant: largest[0],
    stemLength: null,
    agreement: null,
    from,
  });
}

export type Terms = Partial<Record<ErrorPart, Measured>>;
export type Values = Readonly<Partial<Record<ErrorPart, number>>>;
export const at = (v: Values, part: ErrorPart) => v[part] ?? 0;

/** A level distance that follows from readings: each with its error, and the formula that makes the distance of them. */
export interface Reckoning {
  readonly terms: Terms;
  readonly of: (v: Values) => Answer<number>;
}

/** A way of sighting. */
export interface Sighting {
  /** Whether two sights of a station were taken this way. */
  readonly fits: (station: StationResult, top: Sight, base: Sight) => boolean;
  /** What its distance is made of, where it finds the distance by itself. */
  readonly reckon?: (station: StationResult, top: Sight, base: Sight, isTip: boolean) => Reckoning;
}
