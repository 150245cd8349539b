import { byLeaning, bySetAngle, eyeOver } from '../../height/index';
import { ASSUMED_EYE_HEIGHT } from '../../kit/index';
import { type Answer, answer, type Metres, metres, noAnswer, tangent, toMetres } from '../../units';
import { idOf, othersOf } from '../gather';
import { type Setup, seenOf, stemOf } from '../setup';
import { leanFor } from './apparent';
import { at, foundBy, type Terms, type Values, type Way } from './define';

/** Ground may fall or rise this much for the eye's height to stand for the mark's: a tenth of an eye height at 10 m. */
const NEARLY_LEVEL = 0.016;

const LEVEL_AT_EYE = {
  code: 'level-at-eye',
  text: 'The eye’s height stands for the level mark on the stem: the ground is taken as level.',
};

/** An instrument with one set angle, from where it points at the target. */
export const setAngle: Way = (aim, a) => {
  const read = othersOf(a.u.s, 'set-angle').findLast((r) => (r.target ?? 'tip') === aim);
  if (!read) return null;
  const { u } = a;
  if (!a.level.ok) return a.level;
  const { distance, sigma: sigmaD } = a.level.value;
  const sighted = levelBySights(u, distance);
  if (read.mark === undefined && !sighted && !u.mark.ok && u.mark.code === 'mark-told-twice') return u.mark;
  const told = read.mark ?? sighted?.eye ?? (u.mark.ok ? u.mark.value : null);
  if (told === null && u.ground !== null && Math.abs(u.ground.t) > NEARLY_LEVEL)
    return noAnswer(
      'mark-needed',
      'On sloping ground the eye’s height can’t stand for the mark: sight a level mark on the stem and type its height.',
    );
  const leaning = leanFor(u);
  if (!leaning.ok) return leaning;
  const lean = leaning.value;
  if (told === null) a.assume(LEVEL_AT_EYE);
  const own = u.s.eyeHeights.at(-1);
  const mark = told ?? (own ? toMetres(own.value, own.unit) : (a.eyeHeight ?? ASSUMED_EYE_HEIGHT));
  const t = read.rise / read.run;
  const sigma = read.sigma ?? a.errors.protractor;
  const terms: Terms = {
    'set-angle': { value: Math.atan(t), sigma, source: read },
    // the level line to the mark is held by the same instrument; without a mark the eye's height is as good as it is known
    mark: {
      value: mark,
      sigma: told === null ? Math.hypot(distance * sigma, a.errors.eyeHeight) : distance * sigma,
      source: sighted?.by ?? u.s,
    },
    distance: { value: distance, sigma: sigmaD, source: a.level.value },
  };
  if (aim === 'tip' && a.tipOffset > 0) terms['tip-offset'] = { value: 0, sigma: a.tipOffset, source: 'tip' };
  if (lean) terms.lean = { value: lean.angle, sigma: lean.sigma, source: lean };
  const height = (v: Values): Answer<Metres> => {
    const [away, up, level] = [metres(at(v, 'distance') + at(v, 'tip-offset')), Math.tan(at(v, 'set-angle')), metres(at(v, 'mark'))];
    if (!lean) {
      const plumb = bySetAngle(away, up, level);
      return plumb > 0 ? answer(plumb) : noAnswer('top-below-base', 'The target does not come out above the base: check the mark.');
    }
    return byLeaning({ distance: away, top: tangent(up), eye: level, stem: { ...stemOf(lean), angle: Math.abs(at(v, 'lean')) } });
  };
  return foundBy(a, 'set-angle', terms, height, [idOf(read)], lean);
};

/** How high the eye is over the reference, where the base or a mark was sighted from here too. */
function levelBySights(u: Setup, distance: Metres): { readonly eye: number; readonly by: object } | null {
  const [base, mark] = [seenOf(u, 'base'), seenOf(u, 'mark')];
  const [foot, met] = [base.angle ?? base.shot, mark.angle ?? mark.shot];
  const stem = stemOf(u.lean?.ok ? u.lean.value : null);
  if (met && u.mark.ok) return { eye: eyeOver(distance, met.t, u.mark.value, stem), by: met.of };
  return foot ? { eye: eyeOver(distance, foot.t, 0, stem), by: foot.of } : null;
}
