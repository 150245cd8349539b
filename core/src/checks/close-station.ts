import { angleError } from '../height/index';
import { METRES_PER_FOOT, metres, showHeight, tangent } from '../units';
import { type Check, type Finding, okStations } from './finding';

/** How far back is worth walking, in tree heights. */
const BETTER = 1.2;

/** A station nearer than half the height: says how far to step back and what that would bring. */
export const closeStation: Check = ({ result, protocol, species }) => {
  const { height } = result;
  if (!height.ok) return [];
  const station = okStations(result).find((s) => s.station === height.value.station);
  const tip = station?.tops.tip;
  if (!station?.base || !tip || station.distance >= height.value.value / 2) return [];
  const { parts } = height.value;
  const step = protocol.units === 'us' ? 5 * METRES_PER_FOOT : 1;
  const back = metres(Math.ceil((BETTER * height.value.value) / step) * step);
  const scale = station.distance / back;
  const tipOffset = parts && tip.t !== 0 ? parts['tip-offset'] / Math.abs(tip.t) : (species.tipOffset ?? 0);
  const there = angleError(
    {
      distanceTop: back,
      distanceBase: back,
      top: tangent(tip.t * scale),
      base: tangent(station.base.t * scale),
      markHeight: station.markHeight,
    },
    { distance: station.distanceSigma / scale, top: tip.sigma, base: station.base.sigma, tipOffset },
  );
  const finding: Finding = {
    code: 'close-station',
    target: 'distance',
    severity: 'doubt',
    what: `You stand at ${showHeight(station.distance, protocol.units)}, nearer than half the height.`,
    why: 'So near, the sight is steep and the tip may hide behind the crown.',
    remedy: `Step back to ${showHeight(back, protocol.units)}: ±${showHeight(height.value.sigma, protocol.units)} becomes ±${showHeight(there.sigma, protocol.units)}.`,
  };
  return [finding];
};
