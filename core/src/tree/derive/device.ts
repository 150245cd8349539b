import { metres, noAnswer, requireLength, toMetres } from '../../units';
import { idOf, othersOf } from '../gather';
import type { Setup } from '../setup';
import { byApparent, leanFor } from './apparent';
import { found, type Way } from './define';

/** As an instrument reported it, taken to the distance it was used at. */
export const device: Way = (aim, a) => {
  const read = othersOf(a.u.s, 'device-height').findLast((r) => r.target === aim);
  if (!read) return null;
  const reported = toMetres(read.value, read.unit);
  const set = read.setMark ?? 0;
  const above = reported - set;
  if (!(above > 0)) return noAnswer('device-below-mark', 'The reported height is not above the mark set in the instrument.');
  // beside other readings a mark of known height is theirs; alone with the instrument it is for somebody to say
  const { mark } = a.u;
  if (read.setMark === undefined && mark.ok && aloneHere(a.u)) return WHICH_MARK;
  if (read.setMark !== undefined && !mark.ok && mark.code === 'mark-told-twice') return mark;
  const markHeight = read.setMark !== undefined && mark.ok ? mark.value : set;
  const used = a.level.ok ? a.level.value : null;
  const share = read.sigma ? read.sigma / above : a.errors.device;
  const from = [idOf(read)];
  if (read.setDistance !== undefined) requireLength('distance set', read.setDistance);
  const away = used?.distance ?? read.setDistance;
  if (away === undefined) {
    const lean = leanFor(a.u);
    if (!lean.ok) return lean;
    if (lean.value) return noAnswer('no-distance', 'On a leaning stem a reported height needs the distance it was taken from.');
    const parts = {
      device: { by: above * share, source: read },
      // from an unknown distance, as from one tree length
      'tip-offset': { by: aim === 'tip' ? a.tipOffset : 0, source: 'tip' },
    };
    return found(a, 'device', metres(above + markHeight), parts, from);
  }
  if (!used) a.assume(AT_SET_DISTANCE);
  return byApparent(aim, a, {
    method: 'device',
    part: 'device',
    difference: above / (read.setDistance ?? away),
    share,
    source: read,
    distance: { value: away, sigma: used?.sigma ?? 0, source: used ?? read },
    markHeight,
    byDistance: used !== null && read.setDistance !== undefined,
    from,
  });
};

/** Whether nothing else from here could have a mark. */
const aloneHere = (u: Setup): boolean =>
  u.seen.size === 0 && !u.s.others.some((r) => r.kind === 'set-angle' || r.kind === 'from-eye' || r.kind === 'pole');
const WHICH_MARK = noAnswer(
  'mark-needed',
  'The height of a mark is told: say which mark was set in the instrument, 0 where it reported from the base.',
);
/** What an instrument shows holds for the distance set in it. */
export const AT_SET_DISTANCE = {
  code: 'set-distance',
  text: 'The instrument is taken to have stood as far away as the distance set in it: no distance is read.',
};
