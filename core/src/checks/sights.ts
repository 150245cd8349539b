import { type DistanceReading, ONE_STATION } from '../reading/index';
import { formatNumber, metres, readingOf, showHeight, tangent, toMetres } from '../units';
import { type Check, type Finding, okStations } from './finding';

/** Errors that repeated sights may lie apart. */
const APART = 3.3;

/** Repeated shots at one target that lie apart by more than their errors. */
export const repeatedShots: Check = ({ result }) =>
  okStations(result).flatMap((s): Finding[] => {
    for (const [target, sight] of [...Object.entries(s.tops), ['base', s.base]] as const) {
      if (!sight || sight.spread === null) continue;
      const one = (sight.line?.sigma ?? sight.sigma) * Math.sqrt(sight.shots);
      if (sight.spread <= APART * one) continue;
      return [
        {
          code: 'shots-disagree',
          target: target as Finding['target'],
          severity: 'doubt',
          what: `The ${sight.shots} sights to the ${target.replace('-', ' ')} lie far apart.`,
          why: 'They differ by more than the instrument’s own error: one may have met something else.',
          remedy: 'Look at each, correct the slip, or read it once more.',
        },
      ];
    }
    return [];
  });

/** A distance read twice with one tool, further apart than its error: the last one counts, and somebody should know. */
export const repeatedDistances: Check = ({ readings, protocol }) => {
  const findings: Finding[] = [];
  const last = new Map<string, DistanceReading>();
  for (const r of readings) {
    if (r.kind !== 'distance' || r.to === 'plumb') continue;
    const key = `${r.station ?? ONE_STATION} ${r.by ?? 'tape'} ${r.along} ${r.to}`;
    const before = last.get(key);
    last.set(key, r);
    if (!before) continue;
    const [a, b] = [toMetres(before.value, before.unit), toMetres(r.value, r.unit)];
    if (Math.abs(a - b) <= TWICE * Math.max(a, b) + LEAST) continue;
    findings.push({
      code: 'distance-twice',
      target: 'distance',
      severity: 'doubt',
      what: `The distance was read as ${showHeight(metres(a), protocol.units)} and as ${showHeight(metres(b), protocol.units)}.`,
      why: 'The last one counts; a second reading of one distance should be the same.',
      remedy: 'Take back the one that is wrong.',
    });
  }
  return findings;
};
/** Two readings of one distance lie no farther apart than this share of it, and this, metres. */
const TWICE = 0.03;
const LEAST = 0.05;

/** A tape that is said to be level where the ground was sighted as steep. */
export const levelOnSlope: Check = ({ result }) =>
  okStations(result).flatMap((s): Finding[] => {
    if (s.along !== 'level' || s.slope === null || s.distanceBy === 'two-stations' || s.distanceBy === 'pole') return [];
    const too = Math.sqrt(1 + s.slope ** 2) - 1;
    if (too < TOO_LONG) return [];
    return [
      {
        code: 'slope-distance',
        target: 'distance',
        severity: 'advice',
        what: `The ground slopes ${formatNumber(Math.abs(readingOf(tangent(s.slope), { kind: 'degree' })), 0)}°, and the distance is taken as level.`,
        why: `Laid along the ground it would be ${formatNumber(too * 100, 1)} % too long, and the height with it.`,
        remedy: 'If the tape lay along the slope, say so.',
      },
    ];
  });
/** Of a slope distance taken for level: what 6° make. */
const TOO_LONG = 0.0055;
