import { byDevice } from '../../height/index';
import { metres, noAnswer, toMetres } from '../../units';
import { idOf, othersOf } from '../gather';
import { found, type OtherHeight } from './define';

/** As an instrument reported it, taken to the distance it was used at. */
export const device: OtherHeight = (target, a) => {
  const read = othersOf(a.s, 'device-height').findLast((r) => r.target === target);
  if (!read) return null;
  const reported = toMetres(read.value, read.unit);
  const used = a.station.ok ? a.station.value.distance : null;
  const mark = a.s.markHeights.at(-1);
  const set = read.setMark ?? 0;
  const above = reported - set;
  if (!(above > 0)) return noAnswer('device-below-mark', 'The reported height is not above the mark set in the instrument.');
  const scaled = read.setDistance !== undefined && used !== null ? byDevice(metres(above), metres(read.setDistance), used) : above;
  const value = scaled + (mark ? toMetres(mark.value, mark.unit) : set);
  const away = used ?? read.setDistance ?? value;
  const parts = {
    device: read.sigma ?? value * a.errors.device,
    'tip-offset': target === 'tip' ? (value / away) * a.tipOffset : 0,
    distance: a.station.ok && read.setDistance !== undefined ? (value / away) * a.station.value.distanceSigma : 0,
  };
  return found(a, 'device', value, parts, [idOf(read)]);
};
