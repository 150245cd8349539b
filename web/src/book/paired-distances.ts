import { toMetres } from '@arbolito/core';
import type { RecordOf } from '../contract/envelope';

/** A distance that was both paced and taped: one more walk over a known course. */
export interface PacePair {
  readonly on: string;
  readonly course: number;
  readonly paces: number;
}

/**
 * Every distance a person both paced and taped from one station, the same way along.
 * @param readings in force
 * @returns by person, oldest first
 */
export function pacePairs(readings: Iterable<RecordOf<'reading'>>): ReadonlyMap<string, readonly PacePair[]> {
  const stations = new Map<string, { paced: RecordOf<'reading'>[]; taped: RecordOf<'reading'>[] }>();
  for (const r of readings) {
    const { read, station } = r.body;
    if (!station || (read.kind !== 'paces' && read.kind !== 'distance')) continue;
    const here = stations.get(station) ?? { paced: [], taped: [] };
    stations.set(station, here);
    (read.kind === 'paces' ? here.paced : here.taped).push(r);
  }
  const pairs = new Map<string, PacePair[]>();
  for (const { paced, taped } of stations.values()) {
    for (const p of paced) {
      const counted = p.body.read;
      if (counted.kind !== 'paces' || !p.person) continue;
      const tape = taped.findLast(
        ({ body: { read: t } }) => t.kind === 'distance' && (t.by ?? 'tape') === 'tape' && t.along === counted.along && t.to === counted.to,
      );
      if (tape?.body.read.kind !== 'distance') continue;
      const pair = { on: p.at.slice(0, 10), course: toMetres(tape.body.read.value, tape.body.read.unit), paces: counted.value };
      pairs.set(p.person, [...(pairs.get(p.person) ?? []), pair]);
    }
  }
  for (const list of pairs.values()) list.sort((a, b) => (a.on < b.on ? -1 : 1));
  return pairs;
}
