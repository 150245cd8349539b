import { LEAST_LENGTH, toMetres } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';
import type { Matching, Said } from './pairs';

/** A distance that was both paced and taped: one more walk over a known course. */
export interface PacePair {
  readonly on: string;
  readonly course: number;
  readonly paces: number;
}

/** Distances a person both paced and taped from one station, the same way along. */
export const pairedDistances: Matching<RecordOf<'reading'>, PacePair> = {
  place({ body: { read, station } }) {
    return station && (read.kind === 'paces' || read.kind === 'distance') ? station : null;
  },
  compare(readings) {
    return readings.flatMap(({ at, person, body: { read: counted } }): Said<PacePair>[] => {
      if (counted.kind !== 'paces' || !person) return [];
      const tape = readings.findLast(
        ({ body: { read: t } }) => t.kind === 'distance' && (t.by ?? 'tape') === 'tape' && t.along === counted.along && t.to === counted.to,
      )?.body.read;
      if (tape?.kind !== 'distance') return [];
      const course = toMetres(tape.value, tape.unit);
      // a tree of such a reading says so itself; of a pace it says nothing
      if (!(course >= LEAST_LENGTH && counted.value > 0)) return [];
      return [{ who: person, pair: { on: at.slice(0, 10), course, paces: counted.value } }];
    });
  },
};
