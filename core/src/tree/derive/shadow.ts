import { byShadow } from '../../height/index';
import { metres, noAnswer, radians, toMetres } from '../../units';
import { idOf, othersOf } from '../gather';
import { leanFor } from './apparent';
import { found, type Way } from './define';

const WHICH_WAY = noAnswer(
  'lean-direction',
  'A leaning stem’s shadow depends on which way it leans against the shadow: say the angle between the two, or take the lean back.',
);

const LEVEL_SHADOW = { code: 'level-shadow', text: 'The ground under the shadow is taken as level: its slope is not sighted.' };

/** What half a trunk may be that nobody taped, metres: the root mean square of trunks up to nine tenths of a metre. */
const HALF_TRUNK = 0.26;
const NO_TRUNK = { code: 'no-trunk', text: 'The shadow begins at the bark and the trunk is not taped: half of it is taken as 0.' };

/** The tree’s shadow beside that of something of known height. */
export const shadow: Way = (aim, a) => {
  const tree = othersOf(a.u.s, 'shadow').findLast((r) => (r.target ?? 'tip') === aim);
  const reference = othersOf(a.u.s, 'reference-shadow').at(-1);
  if (!tree && !(reference && aim === 'tip')) return null;
  if (!tree) return noAnswer('no-shadow', 'The tree’s own shadow is not read yet.');
  if (!reference) return noAnswer('no-reference-shadow', 'The shadow of something of known height is needed, in the same minute.');
  const thick = a.diameter?.value ?? metres(0);
  if (a.diameter === null) a.assume(NO_TRUNK);
  const told = leanFor(a.u);
  if (!told.ok) return told;
  const lean = told.value;
  if (lean && lean.fromShadow === null) return WHICH_WAY;
  // seen from the end of the shadow: ground that rises to the tree falls away from it
  const slope = radians(-Math.atan(a.u.ground?.t ?? 0));
  const of = {
    height: toMetres(reference.height, reference.unit),
    shadow: toMetres(reference.value, reference.unit),
    onSlope: reference.on === 'slope',
  };
  if (of.onSlope && a.u.ground === null)
    return noAnswer('no-slope', 'Both shadows lie on a slope: sight the slope, and the height follows.');
  if (a.u.ground === null) a.assume(LEVEL_SHADOW);
  const at = (angle: number) => byShadow(toMetres(tree.value, tree.unit), thick, of, slope, { angle, direction: lean?.fromShadow ?? 0 });
  const height = at(lean?.angle ?? 0);
  if (!height.ok) return height;
  const steeper = lean ? at(lean.angle + lean.sigma) : height;
  const parts = {
    shadow: { by: height.value * a.errors.shadow, source: tree },
    // the sun's tangent carries the tip's offset down to the ground
    ...(a.diameter === null ? { 'half-trunk': { by: (of.height / of.shadow) * HALF_TRUNK, source: tree } } : {}),
    'tip-offset': { by: aim === 'tip' ? (of.height / of.shadow) * a.tipOffset : 0, source: 'tip' },
    ...(lean ? { lean: { by: (steeper.ok ? steeper.value : 2 * height.value) - height.value, source: lean } } : {}),
  };
  return found(a, 'shadow', height.value, parts, [idOf(tree), idOf(reference)], lean);
};
