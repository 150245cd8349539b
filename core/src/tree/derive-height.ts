import { angleError, byAngles, signCase } from '../height/index';
import type { GroundReference } from '../survey/index';
import { type Answer, answer, noAnswer } from '../units';
import type { HeightResult, StationResult, TopTarget } from './result';

const NOT_SIGHTED: Record<TopTarget, string> = {
  tip: 'The tip is not sighted yet.',
  'crown-base': 'The crown base is not sighted.',
  merchantable: 'The merchantable top is not sighted.',
};

/**
 * The height of one target from one station, with its error.
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
  if (!top) return noAnswer('not-sighted', NOT_SIGHTED[target]);
  const { base } = station;
  if (!base) return noAnswer('no-base', 'The base is not sighted yet: the height needs both ends.');
  const sights = {
    distanceTop: station.distance,
    distanceBase: station.distance,
    top: top.t,
    base: base.t,
    markHeight: station.markHeight,
  };
  const height = byAngles(sights);
  if (!height.ok) return height;
  const error = angleError(sights, {
    distance: station.distanceSigma,
    top: top.sigma,
    base: base.sigma,
    tipOffset: target === 'tip' ? tipOffset : 0,
  });
  return answer({
    value: height.value,
    sigma: error.sigma,
    method: station.markHeight > 0 ? 'two-sights-to-mark' : 'two-sights',
    station: station.station,
    reference,
    signCase: signCase(top.t, base.t),
    parts: error.parts,
    dominant: error.dominant,
    from: [...top.from, ...base.from],
  });
}
