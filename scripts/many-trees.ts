import type { ProtocolOptions } from '@arbolito/core';
import type { AnyRecord } from '../web/src/contract/envelope';

let made = 0;
/** Ids in order, as the contract wants them: UUIDs of version 7, their time a count. */
export const newId = () => {
  const hex = (1_700_000_000_000 + made++).toString(16).padStart(12, '0');
  return `${hex.slice(0, 8)}-${hex.slice(8)}-7000-8000-000000000000`;
};

/** A survey of trees measured with tape and two sights, ten records a tree, and what is measured after them. */
export function manyTrees(trees: number, options: ProtocolOptions, person: string | null = null) {
  const records: AnyRecord[] = [];
  const make = (list: AnyRecord[], kind: string, body: object): string => {
    const id = newId();
    const at = new Date(1_750_000_000_000 + made * 4000).toISOString();
    list.push({
      id,
      entity: id,
      supersedes: null,
      kind,
      schema: kind === 'determination' ? 2 : 1,
      device: 'bench',
      person,
      at,
      body,
    } as AnyRecord);
    return id;
  };
  const protocol = make(records, 'protocol', { name: 'Bench', preset: null, options });
  const survey = make(records, 'survey', { name: 'Bench', kind: 'every-tree', protocol, place: null });
  const tree = (list: AnyRecord[], i: number) => {
    const nowhere = { plot: null, species: null, azimuth: null, distance: null, longitude: null, latitude: null, note: null };
    const own = make(list, 'tree', { survey, tag: String(i + 1), ...nowhere });
    const stem = make(list, 'stem', { tree: own, number: 1 });
    const visit = make(list, 'visit', { tree: own, on: '2026-05-01' });
    const station = make(list, 'station', { visit, number: 1 });
    const of = (quantity: string, method: string) => make(list, 'determination', { stem, visit, quantity, method, protocol });
    const [tape, height] = [of('dbh', 'tape'), of('height', 'two-sights')];
    const read = (typed: string, determination: string, at: string | null, read: object) =>
      make(list, 'reading', { stem, visit, determination, station: at, shot: 1, instrument: null, calibration: null, typed, read });
    read('d', tape, null, { kind: 'diameter', tool: 'diameter-tape', value: 20 + (i % 400) / 10, unit: 'cm' });
    read('20', height, station, { kind: 'distance', value: 18 + (i % 90) / 10, unit: 'm', along: 'level', to: 'axis' });
    read('-8', height, station, { kind: 'angle', target: 'base', value: -8 + (i % 30) / 10, scale: 'percent' });
    read('80', height, station, { kind: 'angle', target: 'tip', value: 70 + (i % 250) / 10, scale: 'percent' });
  };
  for (let i = 0; i < trees; i++) tree(records, i);
  return {
    records,
    survey,
    /** The records of one more tree. */
    more(i: number): AnyRecord[] {
      const list: AnyRecord[] = [];
      tree(list, trees + i);
      return list;
    },
  };
}
