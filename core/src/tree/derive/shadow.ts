import { byShadow } from '../../height/index';
import { noAnswer, radians, toMetres } from '../../units';
import { idOf, othersOf } from '../gather';
import { meanSight } from '../read-sight';
import { found, type OtherHeight } from './define';

/** The tree’s shadow beside that of something of known height. */
export const shadow: OtherHeight = (target, a) => {
  if (target !== 'tip') return null;
  const tree = othersOf(a.s, 'shadow').at(-1);
  const reference = othersOf(a.s, 'reference-shadow').at(-1);
  if (!tree && !reference) return null;
  if (!tree) return noAnswer('no-shadow', 'The tree’s own shadow is not read yet.');
  if (!reference) return noAnswer('no-reference-shadow', 'The shadow of something of known height is needed, in the same minute.');
  if (a.diameter === null)
    return noAnswer('bark-without-diameter', 'The shadow begins at the bark: read the diameter, and half of it is added.');
  // seen from the end of the shadow: ground that rises to the tree falls away from it
  const slope = radians(-Math.atan(meanSight(a.s.angles.get('ground'), a.errors)?.t ?? 0));
  const of = { height: toMetres(reference.height, reference.unit), shadow: toMetres(reference.value, reference.unit) };
  const height = byShadow(toMetres(tree.value, tree.unit), a.diameter, of, slope);
  if (!height.ok) return height;
  // the sun's tangent carries the tip's offset down to the ground
  const parts = { shadow: height.value * a.errors.shadow, 'tip-offset': (of.height / of.shadow) * a.tipOffset };
  return found(a, 'shadow', height.value, parts, [idOf(tree), idOf(reference)]);
};
