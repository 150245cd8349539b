import { byLeaning, eyeOver, planDistance } from '../../height/index';
import { ASSUMED_EYE_HEIGHT } from '../../kit/index';
import { type Answer, answer, type Metres, metres, noAnswer, type Tangent, tangent } from '../../units';
import type { OtherMethod } from '../methods';
import type { Lean } from '../result';
import { type Aim, type Setup, seenOf, stemOf } from '../setup';
import { type Around, at, type Derived, foundBy, type Term, type Terms, type Values } from './define';

const LEAN_NEEDS_BASE = noAnswer(
  'lean-needs-base',
  'On a leaning stem it matters how the base is seen from here: sight the base too, or take the lean back.',
);

/** How much the stem fills of the view: the difference of the tangents to its ends, and how well that is known. */
export interface Apparent {
  readonly method: OtherMethod;
  readonly part: 'stick' | 'device';
  /** Tangent to the target less that to the base, or to the mark where one is told. */
  readonly difference: number;
  /** Standard error as a share of it. */
  readonly share: number;
  readonly source: object;
  readonly distance: Term & { readonly value: number };
  /** Height of what the lower end met above the reference. */
  readonly markHeight: number;
  /** Whether the distance counts: an instrument that reports for its own distance has used it already. */
  readonly byDistance: boolean;
  readonly from: readonly string[];
}

/** The lean as it can be used from here: null where none was told. */
export function leanFor(u: Setup): Answer<Lean | null> {
  return u.lean ?? NO_LEAN;
}
const NO_LEAN: Answer<null> = answer(null);

/** A height by how much of the view the stem fills, as a stick covers it or an instrument reports it; a lean enters as it does two sights. */
export function byApparent(aim: Aim, a: Around, read: Apparent): Answer<Derived> {
  const told = leanFor(a.u);
  if (!told.ok) return told;
  const lean = told.value;
  const low = lowSight(a, read, lean);
  if (lean && low.sigma === null) return LEAN_NEEDS_BASE;
  const terms: Terms = { [read.part]: { value: 1, sigma: read.share, source: read.source } };
  if (read.byDistance) terms.distance = read.distance;
  if (aim === 'tip' && a.tipOffset > 0) terms['tip-offset'] = { value: 0, sigma: a.tipOffset, source: 'tip' };
  if (lean) {
    terms.lean = { value: lean.angle, sigma: lean.sigma, source: lean };
    terms['base-sight'] = { value: Math.atan(low.t), sigma: low.sigma ?? 0, source: low.source };
  }
  const height = (v: Values): Answer<Metres> => {
    const stem = { ...stemOf(lean), angle: Math.abs(at(v, 'lean')) };
    const away = read.byDistance ? at(v, 'distance') : read.distance.value;
    const foot = lean ? Math.tan(at(v, 'base-sight')) : low.t;
    // what was sighted may be the base, while the lower end meant is a mark on the stem, or the other way round
    const eye = eyeOver(away, tangent(foot), low.markHeight, stem);
    const lower = (read.markHeight - eye) / planDistance(away, read.markHeight, stem);
    const top = tangent(read.difference * at(v, read.part) + lower);
    return byLeaning({ distance: metres(away + at(v, 'tip-offset')), top, eye, stem });
  };
  return foundBy(a, read.method, terms, height, read.from, lean, read.markHeight === 0 ? a.reference : a.protocolReference);
}

/** How the lower end is seen: as it was sighted, else where level ground would have it, which only an error needs. */
function lowSight(a: Around, read: Apparent, lean: Lean | null): { t: Tangent; sigma: number | null; markHeight: number; source: object } {
  const base = seenOf(a.u, 'base');
  const mark = seenOf(a.u, 'mark');
  const foot = base.angle ?? base.shot;
  if (foot) return { t: foot.t, sigma: foot.sigma, markHeight: 0, source: foot.of };
  const met = mark.angle ?? mark.shot;
  if (met && a.u.mark.ok) return { t: met.t, sigma: met.sigma, markHeight: a.u.mark.value, source: met.of };
  const eye = a.eyeHeight ?? ASSUMED_EYE_HEIGHT;
  return { t: tangent((a.u.ground?.t ?? 0) - eye / read.distance.value), sigma: lean ? null : 0, markHeight: 0, source: a.u };
}
