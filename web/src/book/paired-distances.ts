import { LEAST_LENGTH, toMetres } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import { withTool } from './paired-diameters';
import type { Matching, Pair } from './pairs';

/** What a person's pace is filed under. */
export const paceKey = (person: string) => withTool(person, 'paces');

/** Whose pace measured a distance; null of any other reading, and where nobody said. */
export const pacedBy = ({ person, body: { read } }: RecordOf<'reading'>): string | null =>
  read.kind === 'paces' && person ? paceKey(person) : null;

/** Distances a person both paced and taped from one station, the same way along: one more walk over a known course, metres a pace. */
export const pairedDistances: Matching = {
  place({ body: { read, station } }) {
    return station && (read.kind === 'paces' || read.kind === 'distance') ? station : null;
  },
  compare(readings) {
    return readings.flatMap((reading): Pair[] => {
      const [counted, who] = [reading.body.read, pacedBy(reading)];
      if (counted.kind !== 'paces' || who === null) return [];
      const tape = readings.findLast(
        ({ body: { read: t } }) => t.kind === 'distance' && (t.by ?? 'tape') === 'tape' && t.along === counted.along && t.to === counted.to,
      )?.body.read;
      if (tape?.kind !== 'distance') return [];
      const course = toMetres(tape.value, tape.unit);
      // a tree of such a reading says so itself; of a pace it says nothing
      if (!(course >= LEAST_LENGTH && counted.value > 0)) return [];
      // who walked on the day of a calibration or later has the pace of that calibration
      return [{ who, on: reading.at.slice(0, 10), value: course / counted.value }];
    });
  },
};
