import { noAnswer, toMetres } from '../../units';
import { idOf, othersOf } from '../gather';
import { found, type OtherHeight } from './define';

/** A height measured along the tree, part by part. */
export const direct: OtherHeight = (target, a) => {
  const read = othersOf(a.s, 'direct-height').findLast((r) => r.target === target);
  if (!read) return null;
  const sum = [read.value, ...(read.more ?? [])].reduce((x, y) => x + y, 0);
  const value = toMetres(sum, read.unit);
  if (!(value > 0)) return noAnswer('out-of-range', 'The parts of a height must add up to more than 0.');
  return found(a, 'direct', value, { direct: read.sigma ?? value * a.errors.direct }, [idOf(read)]);
};
