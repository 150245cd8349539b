import { DomainError, type Metres, metres, requireAbove, requireLength } from '../units';
import { type Sums, sumsOf, varianceOf } from './sums';

/** One walk over a taped course. */
export interface PaceRun {
  /** Metres. */
  readonly course: number;
  readonly paces: number;
}
export interface Pace {
  readonly pace: Metres;
  /** Standard deviation of single runs as a share of the pace, n − 1; null with one run. */
  readonly spread: number | null;
  readonly runs: number;
  /** Whether it is taken as it should be: a course of at least 60 m, three runs or more. */
  readonly careful: boolean;
}
/** The least that a calibration should be. */
export const PACE_COURSE = 60;
export const PACE_RUNS = 3;

/**
 * A person's pace from runs over taped courses.
 * @param runs one or more
 * @returns the length of one pace and the spread of the runs, which is the error of a paced distance
 * @throws DomainError `out-of-range` without runs, or where one is not above 0
 * @source mean of course over paces
 * @example calibratePace([{ course: 60, paces: 40 }, { course: 60, paces: 40 }]).pace // 1.5
 */
export function calibratePace(runs: readonly PaceRun[]): Pace {
  if (runs.length === 0) throw new DomainError('out-of-range', 'runs', 0, 'at least one run over a taped course');
  const lengths = runs.map((r) => {
    requireLength('course', r.course);
    requireAbove('paces', r.paces);
    return r.course / r.paces;
  });
  return { ...paceOf(sumsOf(lengths)), careful: runs.length >= PACE_RUNS && runs.every((r) => r.course >= PACE_COURSE) };
}

/**
 * A person's pace from sums of it.
 * @param lengths sums of course over paces, metres, of one run or more
 * @returns the length of one pace and the spread of the runs
 * @throws DomainError `out-of-range` without runs
 * @source mean of course over paces
 * @example paceOf(sumsOf([1.5, 1.5])).pace // 1.5
 */
export function paceOf(lengths: Sums): Omit<Pace, 'careful'> {
  const { n, sum } = lengths;
  if (n === 0) throw new DomainError('out-of-range', 'runs', 0, 'at least one run over a taped course');
  const mean = sum / n;
  const variance = varianceOf(lengths);
  return { pace: metres(mean), spread: variance === null ? null : Math.sqrt(variance) / mean, runs: n };
}

export interface Drift {
  /** New over old, less 1. */
  readonly share: number;
  /** More than the runs' own spread explains. */
  readonly drifted: boolean;
}

/**
 * Whether a pace has changed since it was last calibrated.
 * @param before the calibration in use
 * @param now a new one
 * @param typical spread of single runs where a calibration has but one
 * @returns the change, and whether it is beyond two standard errors of the difference and at least 1 %
 * @example paceDrift({ pace: metres(1.5), spread: 0.01, runs: 3, careful: true }, { pace: metres(1.6), spread: 0.01, runs: 3, careful: true }).drifted // true
 */
export function paceDrift(before: Pace, now: Pace, typical = 0.02): Drift {
  const share = now.pace / before.pace - 1;
  const variance = (p: Pace) => (p.spread ?? typical) ** 2 / p.runs;
  return { share, drifted: Math.abs(share) > Math.max(0.01, 2 * Math.sqrt(variance(before) + variance(now))) };
}
