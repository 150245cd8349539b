import { byStick } from '../../height/index';
import { metres, noAnswer, toMetres } from '../../units';
import { idOf, othersOf } from '../gather';
import { byApparent, leanFor } from './apparent';
import { found, type Way } from './define';

/** An upright stick in the outstretched hand. */
export const stick: Way = (aim, a) => {
  const read = othersOf(a.u.s, 'stick').findLast((r) => r.target === aim);
  if (!read) return null;
  if (!a.level.ok) return a.level;
  if (read.reach === undefined)
    return noAnswer('no-reach', 'The stick needs your reach, level from the eye to the stick: measure it once and keep it in the kit.');
  const taped = a.level.value;
  const length = toMetres(read.value, read.unit);
  const share = read.sigma ? read.sigma / length : a.errors.stick;
  const distance = { value: taped.distance, sigma: taped.sigma, source: taped };
  const from = [idOf(read)];
  if (read.held !== 'stem') {
    const difference = length / metres(read.reach);
    return byApparent(aim, a, {
      method: 'stick',
      part: 'stick',
      difference,
      share,
      source: read,
      distance,
      markHeight: 0,
      byDistance: true,
      from,
    });
  }
  // held as the stem leans it gives the stem's own length, and that stands plumb by the cosine
  const lean = leanFor(a.u);
  if (!lean.ok) return lean;
  const cos = Math.cos(lean.value?.angle ?? 0);
  const value = byStick(length, taped.distance, metres(read.reach)) * cos;
  const parts = {
    stick: { by: value * share, source: read },
    distance: { by: (value / taped.distance) * taped.sigma, source: taped },
    'tip-offset': { by: aim === 'tip' ? (value / taped.distance) * a.tipOffset : 0, source: 'tip' },
    lean: { by: lean.value ? -value * Math.tan(lean.value.angle) * lean.value.sigma : 0, source: lean.value ?? read },
  };
  return found(a, 'stick', value, parts, from, lean.value, a.reference);
};
