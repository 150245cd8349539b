import { scaleOf } from '../tree/index';
import { degreesToRadians, echoAngle, formatNumber, readingOf, tangent, tangentOf } from '../units';
import { type Check, type Finding, okStations } from './finding';

const LIMIT = 60;
const DEGREES = { kind: 'degree' } as const;

/** Past 60° a small slip of the angle, or of where the tip hangs, moves the height a lot. */
export const steepSight: Check = ({ result }) =>
  okStations(result).flatMap((station): Finding[] => {
    const tip = station.tops.tip;
    if (!tip) return [];
    const angle = Math.abs(readingOf(tip.t, DEGREES));
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

/** A sight up that the instrument could not have shown. */
export const pastScaleEnd: Check = ({ readings }) =>
  readings.flatMap((r): Finding[] => {
    if (r.kind !== 'angle' || r.scaleEnd === undefined || r.included || r.target !== 'tip') return [];
    const scale = scaleOf(r);
    if (readingOf(tangentOf(r.value, scale), DEGREES) <= r.scaleEnd + 0.05) return [];
    const end = readingOf(tangent(Math.tan(degreesToRadians(r.scaleEnd))), scale);
    return [
      {
        code: 'past-scale-end',
        target: 'tip',
        severity: 'wrong',
        what: `${echoAngle(r.value, scale)} was read on a scale that ends at ${echoAngle(Math.round(end), scale)}.`,
        why: 'The instrument can’t have shown it: another scale was read, or a digit slipped.',
        remedy: 'Read the tip again, or step back until it is on the scale.',
      },
    ];
  });
