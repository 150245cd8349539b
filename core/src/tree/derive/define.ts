import type { ErrorPart, LeaningStem, Measured } from '../../height/index';
import type { ReadingErrors } from '../../kit/index';
import type { SightedReference, TopTarget } from '../../reading/index';
import type { GroundReference } from '../../survey/index';
import { type Answer, answer, type Metres, metres, noAnswer } from '../../units';
import type { ReadDistance, Thickness } from '../derive-distance';
import type { OtherMethod } from '../methods';
import { reckon } from '../reckon';
import type { Assumption, HeightResult, Lean, Sight } from '../result';
import type { Aim, Setup } from '../setup';

/** What a way of finding a height needs to know beside the station's own readings. */
export interface Around {
  readonly u: Setup;
  /** The most certain level distance, also by a pole or a second station. */
  readonly level: Answer<ReadDistance>;
  readonly diameter: Thickness | null;
  readonly eyeHeight: Metres | null;
  readonly errors: ReadingErrors;
  readonly tipOffset: number;
  /** Where the base was sighted. */
  readonly reference: SightedReference;
  /** Where the protocol's heights begin. */
  readonly protocolReference: GroundReference;
  /** Says what nobody measured. */
  readonly assume: (a: Assumption) => void;
}

/** What an error comes from, by the reading it comes from: two heights share what they took from one and the same. */
export interface Sources {
  /** Metres, with the sign in which the height follows it. */
  readonly from: ReadonlyMap<object | string, number>;
  /** The tip's offset along the line of sight, metres, likewise. */
  readonly tip: number;
}
export interface Derived {
  readonly height: HeightResult;
  readonly sources: () => Sources;
}

/** One way of finding a height: null where nothing of its kind was read, no answer where it is begun and lacks something. */
export type Way = (aim: Aim, a: Around) => Answer<Derived> | null;

/** Its own part of an error, and what it was read with. */
export interface Term extends Measured {
  readonly source: object | string;
  /** Of an angle: how well its instrument's zero is known. */
  readonly zero?: Sight['zero'];
}
/** An angle as a term: radians. */
export const angleTerm = (s: Sight, value = Math.atan(s.t)): Term => ({
  value,
  sigma: s.sigma,
  source: s.of,
  ...(s.zero ? { zero: s.zero } : {}),
});

export type Terms = Partial<Record<ErrorPart, Term>>;
export type Values = Readonly<Partial<Record<ErrorPart, number>>>;
export const at = (v: Values, part: ErrorPart) => v[part] ?? 0;

/** A level distance to the foot that follows from readings: each with its error, and the formula that makes the distance of them. */
export interface Reckoning {
  readonly terms: Terms;
  readonly of: (v: Values, stem: LeaningStem) => Answer<number>;
}

const MISSING = Object.fromEntries(
  Object.entries({
    tip: 'The tip is not sighted yet.',
    'crown-base': 'The crown base is not sighted.',
    merchantable: 'The merchantable top is not sighted.',
    stump: 'The stump is not sighted.',
  } satisfies Record<TopTarget, string>).map(([t, why]) => [t, noAnswer('not-sighted', why)]),
) as Record<TopTarget, Answer<never>>;
const NO_POINT = noAnswer('not-sighted', 'The place is not sighted.');
export const notSighted = (aim: Aim): Answer<never> => (aim in MISSING ? MISSING[aim as TopTarget] : NO_POINT);

export interface Part {
  /** Metres of height, with the sign in which the height follows it. */
  readonly by: number;
  readonly source: object | string;
}

/** A height with what its error is made of, as a way without two sights gives it. */
export function found(
  a: Around,
  method: OtherMethod,
  value: number,
  parts: Readonly<Partial<Record<ErrorPart, Part>>>,
  from: readonly string[],
  lean: Lean | null = null,
  reference: SightedReference = a.protocolReference,
): Answer<Derived> {
  const all = Object.entries(parts) as [ErrorPart, Part][];
  const largest = all.reduce((x, y) => (Math.abs(y[1].by) > Math.abs(x[1].by) ? y : x));
  const height: HeightResult = {
    value: metres(value),
    sigma: metres(Math.hypot(...all.map(([, part]) => part.by))),
    method,
    station: a.u.s.id,
    reference,
    converted: null,
    signCase: null,
    parts: Object.fromEntries(all.map(([name, part]) => [name, part.by])),
    dominant: largest[0],
    stemLength: lean ? metres(value / Math.cos(lean.angle)) : null,
    agreement: null,
    from,
  };
  return answer({
    height,
    sources: () => ({
      from: new Map(all.filter(([name]) => name !== 'tip-offset').map(([, part]) => [part.source, part.by])),
      tip: parts['tip-offset']?.by ?? 0,
    }),
  });
}

/**
 * The same where one formula makes the height of everything that was read: its error follows by propagation.
 * @param height of the values, those of the terms by their names
 */
export function foundBy(
  a: Around,
  method: OtherMethod,
  terms: Terms,
  height: (v: Values) => Answer<Metres>,
  from: readonly string[],
  lean: Lean | null = null,
  reference: SightedReference = a.protocolReference,
): Answer<Derived> {
  const all = Object.entries(terms) as [ErrorPart, Term][];
  const made = reckon(terms, height);
  if (!made.ok) return made;
  const parts = Object.fromEntries(all.map(([name, { source }]) => [name, { by: made.value.parts[name] ?? 0, source }]));
  return found(a, method, made.value.value, parts, from, lean, reference);
}
