import { formatNumber, type Radians, radiansToDegrees } from '../units';
import { type Check, type Finding, okStations } from './finding';

const LIMIT = 60;

/** Past 60° a small slip of the angle, or of where the tip hangs, moves the height a lot. */
export const steepSight: Check = ({ result }) =>
  okStations(result).flatMap((station): Finding[] => {
    const tip = station.tops.tip;
    if (!tip) return [];
    const angle = radiansToDegrees(Math.atan(Math.abs(tip.t)) as Radians);
    if (angle <= LIMIT) return [];
    return [
      {
        code: 'steep-sight',
        target: 'tip',
        severity: 'doubt',
        what: `The tip is sighted at ${formatNumber(angle, 0)}°.`,
        why: 'Past 60° a small slip of the angle moves the height a lot.',
        remedy: 'Step back until the tip is under 45°, and read distance and sights again.',
      },
    ];
  });
