import {
  angleError,
  byAngles,
  byLeaning,
  byLineShots,
  type ErrorPart,
  eyeOver,
  footDistance,
  type Propagated,
  signCase,
} from '../../height/index';
import { type Answer, answer, type Metres, metres, noAnswer, radians, tangent } from '../../units';
import { NO_DISTANCE } from '../derive-distance';
import type { SightedMethod } from '../methods';
import { ERRORS_TOO_LARGE, reckon } from '../reckon';
import type { HeightResult, Lean, Sight } from '../result';
import { type Aim, asAngle, overhead, type Setup, seenOf, stemOf } from '../setup';
import { type Around, angleTerm, at, type Derived, type Reckoning, type Sources, type Terms, type Values } from './define';

/** An upper and a lower sight from one place, and what finds the distance. */
export interface Pair {
  readonly method: SightedMethod;
  readonly top: Sight;
  readonly low: Sight;
  readonly met: 'base' | 'mark';
  /** Height of what the lower sight met above the ground reference. */
  readonly markHeight: Metres;
  /** Null where the lower sight is a shot and tells the distance by itself, or where the height needs none. */
  readonly distance: Reckoning | null;
}

const NO_BASE = noAnswer('no-base', 'The base is not sighted yet: the height needs both ends.');
export const NO_LOW = noAnswer('no-base', 'The angle between goes from the base up: sight the base too, or a mark of known height.');
const BARK = noAnswer('bark-without-diameter', 'The shot ended at the bark: read the diameter, and half of it is added.');
export const OVERHEAD = noAnswer(
  'tip-overhead',
  'Together with the base the angle points straight up or beyond: check both, or step back.',
);

/** A lower sight with the height of what it met; no answer says what is missing. */
export function lowOf(u: Setup, met: 'base' | 'mark', sight: Sight | null): Answer<Pick<Pair, 'low' | 'met' | 'markHeight'>> {
  if (!sight) return NO_BASE;
  if (met === 'base') return answer({ low: sight, met, markHeight: metres(0) });
  return u.mark.ok ? answer({ low: sight, met, markHeight: u.mark.value }) : u.mark;
}

/** The base by its angle where it was sighted, else a mark. */
export function lowAngle(u: Setup): Answer<Pick<Pair, 'low' | 'met' | 'markHeight'>> {
  const foot = asAngle(seenOf(u, 'base'));
  const low = foot ? lowOf(u, 'base', foot) : lowOf(u, 'mark', asAngle(seenOf(u, 'mark')));
  return low.ok ? answer(angleOnly(low.value)) : low;
}

/** A shot taken for its angle alone, where the distance comes from elsewhere. */
function angleOnly<T extends Pick<Pair, 'low'>>(of: T): T {
  if (!of.low.line) return of;
  const { line: _, ...low } = of.low;
  return { ...of, low };
}

/** A distance that was read by itself. */
export function readReckoning(u: Setup): Answer<Reckoning> {
  if (!u.distance.ok) return u.distance;
  const { value } = u.distance;
  return answer({
    terms: { distance: { value: value.distance, sigma: value.sigma, source: value.of ? shotOf({ of: value.of }) : value } },
    of: (v) => answer(at(v, 'distance')),
  });
}

/** The height of a target by two sights, with its error and what it comes from. */
export function byPair(aim: Aim, a: Around, pair: Pair): Answer<Derived> {
  const { u, tipOffset } = a;
  const { top, low, markHeight, method, distance } = pair;
  const isTip = aim === 'tip';
  const plumb = isTip && !top.line ? u.plumb : null;
  // both ends shot, or the tip's own distance known, and nothing of the lean is left
  const exact = markHeight === 0 ? Boolean(top.line || plumb) : Boolean(top.line && low.line);
  if (u.lean && !u.lean.ok && !exact) return u.lean;
  const lean = u.lean?.ok ? u.lean.value : null;
  if (top.included && overhead(u)) return OVERHEAD;
  if (low.line?.toBark && low.line.half === null && !(top.line && low.line)) return BARK;
  const read = distance?.terms.distance;
  const plain = read && !lean && !plumb && !top.line && !low.line && !top.included && !top.zero && !low.zero;
  const made = plain ? bySights(a, pair, read.value, read.sigma, isTip ? tipOffset : 0) : byModel(a, pair, lean, plumb, isTip);
  if (!made.ok) return made;
  const { value, sigma, parts, dominant, sources } = made.value;
  if (isTip && markHeight > value)
    return noAnswer('mark-above-tip', 'The tip comes out below the mark: check the sights and the mark’s height.');
  // an error of half the height says nothing of the height
  if (sigma > value / 2 && !plain) return ERRORS_TOO_LARGE;
  const height: HeightResult = {
    value,
    sigma,
    parts,
    dominant,
    method,
    station: u.s.id,
    reference: pair.met === 'base' ? a.reference : a.protocolReference,
    converted: null,
    signCase: signCase(top.t, low.t),
    stemLength: lean ? metres(value / Math.cos(lean.angle)) : null,
    agreement: null,
    from: top.from.concat(low.from),
  };
  return answer({ height, sources });
}

type Made = Pick<HeightResult, 'value' | 'sigma' | 'parts' | 'dominant'> & Pick<Derived, 'sources'>;

function bySights(a: Around, { top, low, markHeight, distance }: Pair, D: number, sigmaD: number, tipOffset: number): Answer<Made> {
  const away = metres(D);
  const sights = { distanceTop: away, distanceBase: away, top: top.t, base: low.t, markHeight };
  const height = byAngles(sights);
  if (!height.ok) return height;
  const error = angleError(sights, { distance: sigmaD, top: top.sigma, base: low.sigma, tipOffset });
  const sources = (): Sources => ({
    from: new Map<object | string, number>([
      [distance?.terms.distance?.source ?? a.u, error.parts.distance],
      [top.of, error.parts['top-sight']],
      [low.of, error.parts['base-sight']],
    ]),
    tip: error.parts['tip-offset'],
  });
  return answer({ value: height.value, sigma: error.sigma, parts: error.parts, dominant: error.dominant, sources });
}

/** Every other way of sighting: what was read goes in with its own error, and one formula makes the height of it. */
function byModel(a: Around, pair: Pair, lean: Lean | null, plumb: Setup['plumb'], isTip: boolean): Answer<Made> {
  const { top, low, markHeight, distance } = pair;
  const angleOf = (s: Sight) => Math.atan(s.t);
  // an included angle turns with the base: what was read is the difference
  const terms: Terms = {
    'top-sight': angleTerm(top, top.included ? angleOf(top) - angleOf(low) : angleOf(top)),
    'base-sight': angleTerm(low),
  };
  if (top.line) terms['top-shot'] = { value: top.line.distance, sigma: top.line.sigma, source: shotOf(top) };
  if (low.line) terms['base-shot'] = { value: low.line.distance, sigma: low.line.sigma, source: shotOf(low) };
  Object.assign(terms, distance?.terms);
  if (plumb) terms.plumb = { value: plumb.distance, sigma: plumb.sigma, source: plumb };
  // two stations find their distance by the tip, whatever else is sighted
  else if (a.tipOffset > 0 && ((isTip && !top.line) || pair.method === 'two-stations'))
    terms['tip-offset'] = { value: 0, sigma: a.tipOffset, source: 'tip' };
  const usesLean = lean && !(markHeight === 0 ? plumb || top.line : top.line && low.line);
  if (usesLean) terms.lean = { value: lean.angle, sigma: lean.sigma, source: lean };
  const height = (v: Values): Answer<Metres> => {
    const foot = at(v, 'base-sight');
    const up = at(v, 'top-sight') + (top.included ? foot : 0);
    const stem = { ...stemOf(lean), angle: usesLean ? Math.abs(at(v, 'lean')) : 0 };
    let away: number;
    let eye: number;
    if (low.line) {
      if (top.line) {
        const shot = (d: number, angle: number) => ({ distance: metres(d), angle: radians(angle) });
        const between = byLineShots(shot(at(v, 'top-shot'), up), shot(at(v, 'base-shot'), foot));
        return between.ok ? answer(metres(markHeight + between.value)) : between;
      }
      eye = markHeight - at(v, 'base-shot') * Math.sin(foot);
      away = distance ? at(v, 'distance') : footDistance(at(v, 'base-shot') * Math.cos(foot) + (low.line.half ?? 0), markHeight, stem);
    } else {
      const level = distance ? distance.of(v, stem) : NO_DISTANCE;
      if (!level.ok) return level;
      away = level.value;
      eye = eyeOver(away, tangent(Math.tan(foot)), markHeight, stem);
    }
    if (top.line) {
      const value = eye + at(v, 'top-shot') * Math.sin(up);
      return value > 0
        ? answer(metres(value))
        : noAnswer('top-below-base', 'The target does not come out above the base: check the signs.');
    }
    const sight = tangent(Math.tan(up));
    if (plumb) return byLeaning({ distance: metres(at(v, 'plumb')), top: sight, eye, stem: stemOf(null) });
    return byLeaning({ distance: metres(away + (isTip ? at(v, 'tip-offset') : 0)), top: sight, eye, stem });
  };
  const made = reckon(terms, height);
  return made.ok ? answer(withZeros(made.value, terms)) : made;
}

/** What an instrument's zero is off by moves all its sights together. */
function withZeros(made: Propagated<string> & { readonly value: Metres }, terms: Terms): Made {
  const zeros = new Map<string, number>();
  for (const [part, term] of Object.entries(terms)) {
    if (!term.zero || !(term.sigma > 0)) continue;
    const turned = ((made.parts[part] ?? 0) / term.sigma) * term.zero.sigma;
    zeros.set(term.zero.of, (zeros.get(term.zero.of) ?? 0) + turned);
  }
  const zero = Math.hypot(...zeros.values());
  const parts = (zero > 0 ? { ...made.parts, zero } : made.parts) as Partial<Record<ErrorPart, number>>;
  const dominant = zero > Math.abs(made.parts[made.dominant] ?? 0) ? 'zero' : (made.dominant as ErrorPart);
  const sources = (): Sources => {
    const from = new Map<object | string, number>();
    for (const [part, term] of Object.entries(terms))
      if (part !== 'tip-offset') from.set(term.source, (made.parts[part] ?? 0) + (from.get(term.source) ?? 0));
    for (const [of, by] of zeros) from.set(`zero ${of}`, by);
    return { from, tip: made.parts['tip-offset'] ?? 0 };
  };
  return { value: made.value, sigma: metres(Math.hypot(made.sigma, zero)), parts, dominant, sources };
}

/** A shot has two errors, of its angle and of its length: the length's own key beside the sight's. */
const lengths = new WeakMap<object, object>();
function shotOf({ of }: Pick<Sight, 'of'>): object {
  const own = lengths.get(of) ?? {};
  lengths.set(of, own);
  return own;
}
