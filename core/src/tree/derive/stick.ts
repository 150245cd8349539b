import { byStick } from '../../height/index';
import { metres, noAnswer, toMetres } from '../../units';
import { idOf, othersOf } from '../gather';
import { found, type OtherHeight } from './define';

/** An upright stick in the outstretched hand. */
export const stick: OtherHeight = (target, a) => {
  const read = othersOf(a.s, 'stick').findLast((r) => r.target === target);
  if (!read) return null;
  if (!a.station.ok) return a.station;
  if (read.reach === undefined)
    return noAnswer('no-reach', 'The stick needs your reach, level from the eye to the stick: measure it once and keep it in the kit.');
  const { distance, distanceSigma, eyeHeight } = a.station.value;
  const length = toMetres(read.value, read.unit);
  const value = byStick(length, distance, metres(read.reach));
  const parts = {
    stick: read.sigma ? (value * read.sigma) / length : value * a.errors.stick,
    distance: (value / distance) * distanceSigma,
    'tip-offset': target === 'tip' ? (Math.max(0, value - eyeHeight) / distance) * a.tipOffset : 0,
  };
  return found(a, 'stick', value, parts, [idOf(read)]);
};
