import type { Reading } from '../../reading/index';
import { okStations } from '../finding';
import { changed, readAt, type Slip, type SlipKind, swapped } from './define';

/** Units, digits, slope, steps, and which side of a mark a tape was read from. */
export const distances: SlipKind = ({ readings, result, protocol }) => {
  return okStations(result).flatMap((s) => {
    const here = readAt(s.station);
    const slips: Slip[] = [];
    const slip = (code: string, often: number, which: Reading, to: Reading, why: string, remedy: string) =>
      slips.push({
        code,
        target: 'distance',
        often,
        readings: changed(
          readings,
          (r) => r === which,
          () => to,
        ),
        why,
        remedy,
      });
    for (const r of readings.filter(here)) {
      if (r.kind === 'paces') {
        slip(
          'single-steps',
          20,
          r,
          { ...r, value: r.value / 2 },
          'Counted as single steps it fits: a pace is two.',
          'Say whether you count steps or paces.',
        );
        slip(
          'paces-as-steps',
          4,
          r,
          { ...r, value: r.value * 2 },
          'As paces of two steps it fits.',
          'Say whether you count steps or paces.',
        );
      }
      if (r.kind !== 'distance' && r.kind !== 'equal-legs') continue;
      if (r.unit === 'm')
        slip(
          'distance-in-feet',
          protocol.units === 'metric' ? 10 : 4,
          r,
          { ...r, unit: 'ft' },
          'With the distance in feet it fits.',
          'Check the unit of the distance: feet, not metres.',
        );
      if (r.unit === 'ft')
        slip(
          'distance-in-metres',
          protocol.units === 'us' ? 10 : 4,
          r,
          { ...r, unit: 'm' },
          'With the distance in metres it fits.',
          'Check the unit of the distance: metres, not feet.',
        );
      for (const by of [0.1, 10])
        slip(
          'decimal-slip',
          3,
          r,
          { ...r, value: r.value * by },
          'With the decimal point one place over it fits.',
          'Look at the decimal point of the distance.',
        );
      for (const value of swapped(r.value))
        slip('digits-swapped', 2, r, { ...r, value }, `As ${value} it fits: two digits changed places.`, 'Look at the distance again.');
      if (r.kind === 'distance' && r.along === 'level' && s.slope !== null && Math.abs(s.slope) > 0.15)
        slip(
          'slope-distance',
          12,
          r,
          { ...r, along: 'slope' },
          'Taken along the slope it fits.',
          'If the tape lay along the slope, say so.',
        );
      // which side of a mark a tape was read from only shows against another reading of the same distance
      if (r.kind === 'distance' && s.otherDistances.length > 0) {
        for (const value of mirrored(r.value))
          slip(
            'wrong-side-of-mark',
            4,
            r,
            { ...r, value },
            `Counted on from the mark before it would be ${value}, which fits.`,
            'Look at the tape: do the figures grow the way you read?',
          );
        for (const from of [1, 10])
          if (r.value > from)
            slip(
              'tape-from-one',
              3,
              r,
              { ...r, value: r.value - from },
              `Begun at ${from} instead of 0 it would be ${round(r.value - from)}, which fits.`,
              'Look at the end of the tape: where is its zero?',
            );
      }
    }
    return slips;
  });
};
const mirrored = (r: number): readonly number[] => [2 * Math.floor(r) - r, 2 * Math.ceil(r) - r].filter((v) => v > 0 && v !== r).map(round);
const round = (n: number) => Math.round(n * 1000) / 1000;
