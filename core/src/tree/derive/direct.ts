import { noAnswer, toMetres } from '../../units';
import { idOf, othersOf } from '../gather';
import { found, type Way } from './define';

/** A height measured along the tree, part by part. */
export const direct: Way = (aim, a) => {
  const read = othersOf(a.u.s, 'direct-height').findLast((r) => r.target === aim);
  if (!read) return null;
  const sum = [read.value, ...(read.more ?? [])].reduce((x, y) => x + y, 0);
  const length = toMetres(sum, read.unit);
  if (!(length > 0)) return noAnswer('out-of-range', 'The parts of a height must add up to more than 0.');
  const error = { by: read.sigma ?? length * a.errors.direct, source: read };
  // how far it leans counts here, and not whereto
  const { lean: here, leaning: told } = a.u;
  if (here && !told) return here.ok ? null : here;
  if (!told || read.along === 'plumb') return found(a, 'direct', length, { direct: error }, [idOf(read)], told);
  if (read.along === undefined && told.angle > 0)
    return noAnswer('along-stem-or-plumb', 'The stem leans: say whether this was measured along the stem, or plumb as a tape hangs.');
  const cos = Math.cos(told.angle);
  const parts = { direct: { ...error, by: error.by * cos }, lean: { by: -length * Math.sin(told.angle) * told.sigma, source: told } };
  return found(a, 'direct', length * cos, parts, [idOf(read)], told);
};
