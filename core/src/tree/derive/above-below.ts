import { byLeaning, eyeOver } from '../../height/index';
import type { FromEyeReading } from '../../reading/index';
import { type Answer, answer, type Metres, metres, noAnswer, requireLength, tangent, toMetres } from '../../units';
import { idOf, othersOf } from '../gather';
import { stemOf } from '../setup';
import { leanFor } from './apparent';
import { at, foundBy, type Terms, type Values, type Way } from './define';
import { AT_SET_DISTANCE } from './device';

const BASE: Answer<number> = answer(0);
const MARK_ABOVE_TIP = noAnswer('mark-above-tip', 'The tip comes out below the mark: check what was read and the mark’s height.');

/** Heights above and below the eye, as an instrument prints them: the sum of the parts. */
export const aboveBelow: Way = (aim, a) => {
  const read = othersOf(a.u.s, 'from-eye');
  if (read.length === 0) return null;
  const last = (target: FromEyeReading['target']) => read.findLast((r) => r.target === target);
  const top = aim.startsWith('point:') ? undefined : last(aim as FromEyeReading['target']);
  const [base, mark] = [last('base'), last('mark')];
  const low = base ?? mark;
  if (!top) return aim === 'tip' ? noAnswer('not-sighted', 'The height of the tip above the eye is not read yet.') : null;
  if (!low) return noAnswer('no-base', 'The height of the base, or of a mark, above or below the eye is needed too.');
  const told = base ? BASE : low.mark === undefined ? a.u.mark : answer(low.mark);
  if (!told.ok) return told;
  const markHeight = told.value;
  const leaning = leanFor(a.u);
  if (!leaning.ok) return leaning;
  const lean = leaning.value;
  for (const { setDistance } of [top, low]) if (setDistance !== undefined) requireLength('distance set', setDistance);
  const used = a.level.ok ? a.level.value : null;
  const lengthOf = (r: FromEyeReading) => toMetres(r.value, r.unit);
  // from an unknown distance nothing is rescaled, and the tip's offset counts as from one tree length
  const away = used?.distance ?? top.setDistance ?? null;
  if (!used && away !== null) a.assume(AT_SET_DISTANCE);
  if (lean && away === null) return noAnswer('no-distance', 'On a leaning stem these heights need the distance they were taken from.');
  const D = away ?? Math.max(lengthOf(top) - lengthOf(low), 0.1);
  const sigmaOf = (r: FromEyeReading) => r.sigma ?? Math.abs(lengthOf(r)) * a.errors.device;
  const terms: Terms = {
    'top-sight': { value: lengthOf(top), sigma: sigmaOf(top), source: top },
    'base-sight': { value: lengthOf(low), sigma: sigmaOf(low), source: low },
  };
  const rescaled = used !== null && (top.setDistance !== undefined || low.setDistance !== undefined);
  if (rescaled) terms.distance = { value: used.distance, sigma: used.sigma, source: used };
  if (aim === 'tip' && a.tipOffset > 0) terms['tip-offset'] = { value: 0, sigma: a.tipOffset, source: 'tip' };
  if (lean) terms.lean = { value: lean.angle, sigma: lean.sigma, source: lean };
  const height = (v: Values): Answer<Metres> => {
    const distance = rescaled ? at(v, 'distance') : D;
    const stem = { ...stemOf(lean), angle: Math.abs(at(v, 'lean')) };
    const [up, down] = [at(v, 'top-sight') / (top.setDistance ?? distance), at(v, 'base-sight') / (low.setDistance ?? distance)];
    const eye = eyeOver(distance, tangent(down), markHeight, stem);
    const value = byLeaning({ distance: metres(distance + at(v, 'tip-offset')), top: tangent(up), eye, stem });
    return value.ok && aim === 'tip' && markHeight > value.value ? MARK_ABOVE_TIP : value;
  };
  return foundBy(a, 'above-below', terms, height, [idOf(top), idOf(low)], lean);
};
