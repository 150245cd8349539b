import type { AngleReading } from '../reading/index';
import type { StationResult } from '../tree/index';
import { scaleOf } from '../tree/index';
import { formatNumber, METRES_PER_FOOT, type Radians, radiansToDegrees, readingOf, type Tangent, tangent, tangentOf } from '../units';
import { type Check, type Finding, lastAt, okStations } from './finding';

/** Ground steeper than this toward a tree one walks up to is rare; a slip is not. Degrees. */
const STEEP_GROUND = 30;

/** The base sight against what eye height, distance and slope say it should be. */
export const baseSight: Check = ({ readings, result }) =>
  okStations(result).flatMap((station): Finding[] => {
    const shot = lastAt(readings, 'base', station.station);
    const { base } = station;
    if (!shot || !base || station.markHeight > 0) return [];
    return station.slope === null ? unknownGround(station, shot, base.t) : knownGround(station, shot, base.t);
  });

/** Without a slope the ground is free to rise or fall, but not like a wall, and not as the mirror of the level case. */
function unknownGround(station: StationResult, shot: AngleReading, read: Tangent): Finding[] {
  const level = station.predictedBase;
  const should = show(level, shot);
  if (read > 0 && Math.abs(read + level) <= band(station)) {
    return [
      {
        code: 'base-sign',
        target: 'base',
        severity: 'doubt',
        what: `The base is above your eye, at ${show(read, shot)}.`,
        why: `On level ground it would read about ${should}: the same figure with the other sign.`,
        remedy: 'If the ground does not rise toward the tree, give the base its minus sign.',
      },
    ];
  }
  if (read === 0) {
    return [
      {
        code: 'base-level',
        target: 'base',
        severity: 'doubt',
        what: 'The base reads exactly level.',
        why: `From your eye height, level ground would give about ${should}.`,
        remedy: 'Sight the foot of the stem, where the ground meets it.',
      },
    ];
  }
  const ground = radiansToDegrees(Math.atan(read - level) as Radians);
  if (Math.abs(ground) <= STEEP_GROUND) return [];
  return [
    {
      code: 'base-steep-ground',
      target: 'base',
      severity: 'doubt',
      what: `With the base at ${show(read, shot)} the ground would ${ground > 0 ? 'rise' : 'fall'} ${formatNumber(Math.abs(ground), 0)}° to the tree.`,
      why: `On level ground the base would read about ${should}.`,
      remedy: 'Check the sign, the scale and the distance; if the ground is that steep, read its slope.',
    },
  ];
}

/** With the slope read, one of a few usual slips often explains a base that does not fit: the one that fits is named. */
function knownGround(station: StationResult, shot: AngleReading, read: Tangent): Finding[] {
  const expected = station.predictedBase;
  const tolerance = band(station);
  if (Math.abs(read - expected) <= tolerance) return [];
  const slip = SLIPS.find(({ base, foot }) => {
    const target = foot === undefined ? expected : tangent((station.slope ?? 0) - station.eyeHeight / (station.distance * foot));
    const t = base(shot, read);
    return t !== null && Math.abs(t - target) <= tolerance;
  });
  return [
    {
      code: slip?.code ?? 'base-unexpected',
      target: 'base',
      severity: 'doubt',
      what: `The base reads ${show(read, shot)}; ${show(expected, shot)} was to be expected.`,
      why: slip?.why ?? 'Eye height, distance and slope together do not lead there.',
      remedy: slip?.remedy ?? 'Sight the base once more, then the slope.',
    },
  ];
}

interface Slip {
  readonly code: string;
  readonly base: (shot: AngleReading, read: Tangent) => Tangent | null;
  /** The distance the slip would really mean, as a multiple of the one used. */
  readonly foot?: number;
  readonly why: string;
  readonly remedy: string;
}

/** Fixed-distance scales come in pairs: 15 beside 20, 25 beside 30. */
const PAIRS: Readonly<Record<number, number>> = { 15: 20, 20: 15, 25: 30, 30: 25, 40: 20, 50: 25 };
const otherScale = (distance: number) => PAIRS[distance] ?? distance;

const SLIPS: readonly Slip[] = [
  {
    code: 'base-sign',
    base: (_, read) => tangent(-read),
    why: 'With the other sign it fits.',
    remedy: 'Turn the sign of the base.',
  },
  {
    code: 'base-degrees-for-percent',
    base: (shot) => (shot.scale === 'percent' && Math.abs(shot.value) < 90 ? tangentOf(shot.value, { kind: 'degree' }) : null),
    why: 'Read as degrees it fits.',
    remedy: 'Look which scale the number stands on: degrees, not percent.',
  },
  {
    code: 'base-percent-for-degrees',
    base: (shot) => (shot.scale === 'degree' ? tangentOf(shot.value, { kind: 'percent' }) : null),
    why: 'Read as percent it fits.',
    remedy: 'Look which scale the number stands on: percent, not degrees.',
  },
  {
    code: 'base-other-scale',
    // the eyepiece shows two scales beside each other
    base: (shot, read) =>
      shot.scale === 'fixed' && shot.scaleDistance ? tangent((read * shot.scaleDistance) / otherScale(shot.scaleDistance)) : null,
    why: 'Read on the other scale of the eyepiece it fits.',
    remedy: 'Look which distance the scale is drawn for.',
  },
  {
    code: 'distance-in-feet',
    base: (_, read) => read,
    foot: METRES_PER_FOOT,
    why: 'With the distance in feet it fits.',
    remedy: 'Check the unit of the distance: feet, not metres.',
  },
];

/** What eye height (±15 cm), slope (±2°) and the sights leave open. */
function band(station: StationResult): number {
  return Math.hypot(0.3 / station.distance, station.slope === null ? 0 : 2 * 0.035 * (1 + station.slope ** 2)) + 0.01;
}

function show(t: Tangent, shot: AngleReading): string {
  const n = readingOf(t, scaleOf(shot));
  const sign = n > 0.05 ? '+' : '';
  return `${sign}${formatNumber(n, 0)}${shot.scale === 'degree' ? '°' : shot.scale === 'percent' ? ' %' : ''}`;
}
