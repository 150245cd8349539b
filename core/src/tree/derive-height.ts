import { angleError, byAngles, byLeaning, byLineShots, type ErrorPart, type Measured, propagate, signCase } from '../height/index';
import type { TopTarget } from '../reading/index';
import type { GroundReference } from '../survey/index';
import { type Answer, answer, type Metres, metres, noAnswer, radians, tangent } from '../units';
import { at, type Terms, type Values } from './derive/define';
import { SIGHTINGS } from './derive/index';
import { byDistance } from './derive/line-shots';
import { SIGHTED_METHODS, type SightedMethod } from './methods';
import { ERRORS_TOO_LARGE, numberOf, orNone } from './or-none';
import type { HeightResult, Sight, StationResult } from './result';

const NOT_SIGHTED: Record<TopTarget, string> = {
  tip: 'The tip is not sighted yet.',
  'crown-base': 'The crown base is not sighted.',
  merchantable: 'The merchantable top is not sighted.',
  stump: 'The stump is not sighted.',
};
const MISSING = Object.fromEntries(Object.entries(NOT_SIGHTED).map(([t, why]) => [t, noAnswer('not-sighted', why)])) as Record<
  TopTarget,
  Answer<never>
>;

/**
 * The height of one target from one station's sights, with its error.
 * @param station the setting-up
 * @param target what the upper sight met
 * @param tipOffset standard deviation of the tip's offset, metres; counts for the tip alone
 * @param reference the ground reference the height counts from
 */
export function deriveHeight(
  station: StationResult,
  target: TopTarget,
  tipOffset: number,
  reference: GroundReference,
): Answer<HeightResult> {
  const top = station.tops[target];
  if (!top) return MISSING[target];
  return heightOfSight(station, top, target === 'tip', tipOffset, reference);
}

/** The same for any sight from a station; only a tip can be out of plumb. */
export function heightOfSight(
  station: StationResult,
  top: Sight,
  isTip: boolean,
  tipOffset: number,
  reference: GroundReference,
): Answer<HeightResult> {
  const { base } = station;
  if (!base) return noAnswer('no-base', 'The base is not sighted yet: the height needs both ends.');
  const method = methodOf(station, top, base);
  const plain = !top.line && !base.line && !top.included && !station.lean && !station.pole && !station.far && !(isTip && station.plumb);
  const found = plain ? bySights(station, top, base, isTip ? tipOffset : 0) : byModel(method, station, top, base, isTip, tipOffset);
  if (!found.ok) return found;
  const { value, sigma, parts, dominant } = found.value;
  // an error of half the height says nothing of the height
  if (sigma > value / 2 && !plain) return ERRORS_TOO_LARGE;
  return answer({
    value,
    sigma,
    parts,
    dominant,
    method,
    station: station.station,
    reference,
    signCase: signCase(top.t, base.t),
    stemLength: station.lean ? metres(value / Math.cos(station.lean.angle)) : null,
    agreement: null,
    from: top.from.concat(base.from),
  });
}

type Found = Pick<HeightResult, 'value' | 'sigma' | 'parts' | 'dominant'>;

function bySights(station: StationResult, top: Sight, base: Sight, tipOffset: number): Answer<Found> {
  const sights = {
    distanceTop: station.distance,
    distanceBase: station.distance,
    top: top.t,
    base: base.t,
    markHeight: station.markHeight,
  };
  const height = byAngles(sights);
  if (!height.ok) return height;
  const error = angleError(sights, { distance: station.distanceSigma, top: top.sigma, base: base.sigma, tipOffset });
  return answer({ value: height.value, sigma: error.sigma, parts: error.parts, dominant: error.dominant });
}

/** Every other way of sighting: what was read goes in with its own error, and one formula makes the height of it. */
function byModel(method: SightedMethod, station: StationResult, top: Sight, base: Sight, isTip: boolean, tipOffset: number): Answer<Found> {
  const terms: Terms = {};
  const angleOf = (s: Sight) => Math.atan(s.t);
  // an included angle turns with the base: what was read is the difference
  terms['top-sight'] = { value: top.included ? angleOf(top) - angleOf(base) : angleOf(top), sigma: top.sigma };
  terms['base-sight'] = { value: angleOf(base), sigma: base.sigma };
  if (top.line) terms['top-shot'] = { value: top.line.distance, sigma: top.line.sigma };
  if (base.line) terms['base-shot'] = { value: base.line.distance, sigma: base.line.sigma };
  const { terms: ofDistance, of: distance } = (SIGHTINGS[method].reckon ?? byDistance)(station, top, base, isTip);
  Object.assign(terms, ofDistance);
  const plumb = isTip && !top.line ? station.plumb : null;
  if (plumb) terms.plumb = { value: plumb.distance, sigma: plumb.sigma };
  // two stations find their distance by the tip, whatever else is sighted
  else if (tipOffset > 0 && ((isTip && !top.line) || station.far)) terms['tip-offset'] = { value: 0, sigma: tipOffset };
  const { lean } = station;
  if (lean && !plumb && !top.line) terms.lean = { value: lean.angle, sigma: lean.sigma };
  const height = (v: Values): Answer<Metres> => {
    const foot = at(v, 'base-sight');
    const level = distance(v);
    if (!level.ok) return level;
    const low = base.line ? at(v, 'base-shot') * Math.sin(foot) : level.value * Math.tan(foot);
    const up = at(v, 'top-sight') + (top.included ? foot : 0);
    if (top.line && base.line) {
      const shot = (distance: number, angle: number) => ({ distance: metres(distance), angle: radians(angle) });
      const between = byLineShots(shot(at(v, 'top-shot'), up), shot(at(v, 'base-shot'), foot));
      return between.ok ? answer(metres(station.markHeight + between.value)) : between;
    }
    if (top.line) {
      const value = station.markHeight + at(v, 'top-shot') * Math.sin(up) - low;
      return value > 0
        ? answer(metres(value))
        : noAnswer('top-below-base', 'The target does not come out above the base: check the signs.');
    }
    const sight = tangent(Math.tan(up));
    const away = metres(plumb ? at(v, 'plumb') : level.value + (isTip ? at(v, 'tip-offset') : 0));
    return byLeaning({
      distance: away,
      top: sight,
      low,
      markHeight: station.markHeight,
      lean: Math.abs(at(v, 'lean')),
      toward: lean?.toward ?? 'side',
    });
  };
  const read = terms as Record<ErrorPart, Measured>;
  const value = height(Object.fromEntries(Object.entries(read).map(([k, m]) => [k, m.value])));
  if (!value.ok) return value;
  let parts: Found['parts'] = null;
  let dominant: Found['dominant'] = null;
  const sigma = orNone(() => {
    const spread = propagate(read, (v) => numberOf(height(v)));
    ({ parts, dominant } = spread);
    return spread.sigma;
  });
  return sigma === null ? ERRORS_TOO_LARGE : answer({ value: value.value, sigma: metres(sigma), parts, dominant });
}

function methodOf(station: StationResult, top: Sight, base: Sight): SightedMethod {
  return SIGHTED_METHODS.findLast((m) => SIGHTINGS[m].fits(station, top, base)) ?? 'two-sights';
}
