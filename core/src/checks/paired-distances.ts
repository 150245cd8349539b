import type { DistanceSource } from '../tree/index';
import { formatNumber, showHeight } from '../units';
import { type Check, type Finding, okStations } from './finding';

/** Errors that two distances may lie apart before they contradict each other. */
const TOLERANCE = 3.3;
const WORDS: Readonly<Record<DistanceSource, string>> = {
  tape: 'taped',
  paces: 'paced',
  laser: 'by laser',
  ultrasonic: 'by ultrasound',
  'fixed-base': 'by rangefinder',
  shot: 'by the shot',
  pole: 'by the pole',
  'two-stations': 'by the two stations',
};

/** One distance found twice: by paces and tape, by a shot and a tape. */
export const pairedDistances: Check = ({ result, protocol }) =>
  okStations(result).flatMap((s): Finding[] => {
    const other = s.otherDistances.find((o) => Math.abs(o.distance - s.distance) > TOLERANCE * Math.hypot(o.sigma, s.distanceSigma));
    if (!other) return [];
    const share = other.distance / s.distance;
    const feet = Math.abs(share - 0.3048) < 0.03 || Math.abs(share - 1 / 0.3048) < 0.25;
    return [
      {
        code: feet ? 'distance-in-feet' : 'distances-disagree',
        target: 'distance',
        severity: 'doubt',
        what: `${showHeight(s.distance, protocol.units)} ${WORDS[s.distanceBy]}, but ${showHeight(other.distance, protocol.units)} ${WORDS[other.by]}.`,
        why: feet
          ? 'One is the other in feet for metres.'
          : `They lie ${formatNumber(Math.abs(share - 1) * 100, 0)} % apart, more than both errors.`,
        remedy: feet ? 'Check the units.' : 'Measure the distance again.',
      },
    ];
  });
