import { STEEPEST } from '../height/index';
import { ONE_STATION } from '../reading/index';
import { formatNumber, metres, showHeight, toMetres } from '../units';
import { type Check, type Finding, okStations } from './finding';

/** From the eye to a stick in the hand, metres: no arm is shorter or longer. */
const REACH = { least: 0.45, most: 0.9 } as const;

/** A stick held so near that it is steep, or a reach that is no arm’s. */
export const stickInHand: Check = ({ readings, protocol }) =>
  readings.flatMap((r): Finding[] => {
    if (r.kind !== 'stick' || r.reach === undefined) return [];
    const length = toMetres(r.value, r.unit);
    if (r.reach < REACH.least || r.reach > REACH.most) {
      return [
        {
          code: 'unusual-reach',
          target: 'stick',
          severity: 'doubt',
          what: `A reach of ${formatNumber(r.reach * 100, 0)} cm is no arm’s.`,
          why: 'The reach is level, from the eye to the stick, not the stick’s own length.',
          remedy: 'Measure it once with the arm out, and keep it in the kit.',
        },
      ];
    }
    if (length / r.reach <= STEEPEST) return [];
    return [
      {
        code: 'steep-stick',
        target: 'distance',
        severity: 'doubt',
        what: `The stick covers ${formatNumber(length * 100, 0)} cm at a reach of ${formatNumber(r.reach * 100, 0)} cm: past 60°.`,
        why: 'So steep, a small slip of the hand moves the height a lot.',
        remedy: `Step back until it covers no more than your reach (${showHeight(metres(r.reach), protocol.units)}).`,
      },
    ];
  });

/** More than this between both shadows and the sun has moved: minutes. */
const GAP = 1;

/** Two shadows of different minutes, read from one place. */
export const shadowGap: Check = ({ readings }) => {
  // few trees are measured by their shadow, and every tree is asked
  if (!readings.some((r) => r.kind === 'reference-shadow')) return [];
  return [...new Set(readings.map((r) => r.station))].flatMap((station): Finding[] => {
    const own = readings.filter((r) => r.station === station);
    const [tree, staff] = [own.findLast((r) => r.kind === 'shadow'), own.findLast((r) => r.kind === 'reference-shadow')];
    if (tree?.kind !== 'shadow' || staff?.kind !== 'reference-shadow' || tree.minute === undefined || staff.minute === undefined) return [];
    const gap = Math.abs(tree.minute - staff.minute);
    if (gap <= GAP) return [];
    return [
      {
        code: 'shadow-gap',
        target: 'reference-shadow',
        severity: 'doubt',
        what: `${formatNumber(gap, 0)} minutes lie between both shadows.`,
        why: `The sun moves on: a minute can cost 0.7 %, these up to ${formatNumber(gap * 0.7, 0)} %.`,
        remedy: 'Read the staff’s shadow again, at once after the tree’s.',
      },
    ];
  });
};

/** A height reported for another mark than the one on the tree. */
export const deviceMark: Check = ({ readings, protocol }) =>
  readings.flatMap((r): Finding[] => {
    if (r.kind !== 'device-height' || r.setMark === undefined) return [];
    const mark = readings.findLast((m) => m.kind === 'mark-height' && (m.station ?? ONE_STATION) === (r.station ?? ONE_STATION));
    if (mark?.kind !== 'mark-height') return [];
    const off = toMetres(mark.value, mark.unit) - r.setMark;
    if (Math.abs(off) < 0.02) return [];
    return [
      {
        code: 'device-mark',
        target: 'device',
        severity: 'doubt',
        what: `The instrument is set to a mark at ${showHeight(metres(r.setMark), protocol.units)}; on the tree it is ${formatNumber(Math.abs(off) * 100, 0)} cm ${off > 0 ? 'higher' : 'lower'}.`,
        why: 'Every height it reports is off by that; here it is put right.',
        remedy: 'Set the mark’s height in the instrument.',
      },
    ];
  });

/** So much nearer or farther than the distance set in it, an instrument's height is rescaled by more than its own error. */
const ELSEWHERE = 0.03;

/** A height reported for another distance than the one it was taken from. */
export const deviceDistance: Check = ({ readings, result, protocol }) =>
  readings.flatMap((r): Finding[] => {
    if ((r.kind !== 'device-height' && r.kind !== 'from-eye') || r.setDistance === undefined) return [];
    const s = okStations(result).find((one) => one.station === (r.station ?? ONE_STATION));
    if (!s || Math.abs(s.distance / r.setDistance - 1) <= ELSEWHERE) return [];
    return [
      {
        code: 'device-distance',
        target: 'device',
        severity: 'doubt',
        what: `The instrument is set to ${showHeight(metres(r.setDistance), protocol.units)}; the distance is ${showHeight(s.distance, protocol.units)}.`,
        why: 'What it reports holds for the distance set in it; here it is taken to the other one.',
        remedy: 'Look which distance is set in it: if it was the other, correct that.',
      },
    ];
  });

/** An ultrasonic instrument that was not checked today: sound goes faster in warm air. */
export const uncheckedToday: Check = ({ readings, unchecked }) => {
  if (!unchecked || !readings.some((r) => (r.kind === 'shot' || r.kind === 'distance') && r.by === 'ultrasonic')) return [];
  return [
    {
      code: 'instrument-unchecked',
      target: 'distance',
      severity: 'advice',
      what: `${unchecked.name} was not checked today.`,
      why: 'Ten degrees warmer or colder make 1.8 % of every distance.',
      remedy: 'Read a taped base of 10 m with it and keep that in the kit.',
    },
  ];
};
