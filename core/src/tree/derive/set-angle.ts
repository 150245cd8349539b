import { bySetAngle, type ErrorPart } from '../../height/index';
import { noAnswer, toMetres } from '../../units';
import { idOf, othersOf } from '../gather';
import { found, type OtherHeight } from './define';

/** Ground may fall or rise this much for the eye's height to stand for the mark's: a tenth of an eye height at 10 m. */
const NEARLY_LEVEL = 0.016;

/** An instrument with one set angle, from where it points at the tip. */
export const setAngle: OtherHeight = (target, a) => {
  const read = target === 'tip' ? othersOf(a.s, 'set-angle').at(-1) : undefined;
  if (!read) return null;
  if (!a.station.ok) return a.station;
  const { distance, distanceSigma, eyeHeight, slope } = a.station.value;
  const told = a.s.markHeights.at(-1);
  if (!told && slope !== null && Math.abs(slope) > NEARLY_LEVEL)
    return noAnswer(
      'mark-needed',
      'On sloping ground the eye’s height can’t stand for the mark: sight a level mark on the stem and type its height.',
    );
  const mark = told ? toMetres(told.value, told.unit) : eyeHeight;
  const t = read.rise / read.run;
  const value = bySetAngle(distance, t, mark);
  const sigma = read.sigma ?? a.errors.protractor;
  const parts: Partial<Record<ErrorPart, number>> = {
    'set-angle': distance * (1 + t * t) * sigma,
    mark: told ? distance * sigma : Math.hypot(distance * sigma, a.errors.eyeHeight),
    distance: t * distanceSigma,
    'tip-offset': t * a.tipOffset,
  };
  return found(a, 'set-angle', value, parts, [idOf(read)]);
};
