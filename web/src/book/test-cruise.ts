import type { ProtocolOptions } from '@arbolito/core';
import type { AnyRecord, RecordOf } from '../contract/envelope';
import { type Maker, makeRecord } from './make-records';

let n = 0;
/** Ids in the order of their making, on a day in May. */
export const cruiser: Maker = {
  device: 'd',
  person: null,
  now: new Date('2026-05-04T09:00:00Z'),
  newId: () => `01900000-0000-7000-8000-${String(++n).padStart(12, '0')}`,
};
export const NOWHERE = { azimuth: null, distance: null, longitude: null, latitude: null };
const NO_SIZE = { stratum: null, longitude: null, latitude: null, slope: null, aspect: null, width: null, length: null };

/** A survey of circles of 10 m with Scots pine `sp`, whose form factor is 0.5, and beech `be`, and no trees yet. */
export function cruiseOf(options: ProtocolOptions, plotNames: readonly string[]) {
  const made: AnyRecord[] = [];
  const add = <T>(record: T): T => {
    made.push(record as AnyRecord);
    return record;
  };
  const kind = (code: string, name: string, figures: object): RecordOf<'species'> =>
    add(makeRecord(cruiser, 'species', { code, name, latin: null, figures }));
  const species = [kind('sp', 'Scots pine', { formFactor: 0.5 }), kind('be', 'Beech', {})] as const;
  const protocol = add(makeRecord(cruiser, 'protocol', { name: 'p', preset: null, options: options as never }));
  const survey = add(makeRecord(cruiser, 'survey', { name: 's', kind: 'fixed-plots', protocol: protocol.entity, place: null }));
  const plots = plotNames.map((name) =>
    add(makeRecord(cruiser, 'plot', { survey: survey.entity, name, radius: 10, ...NO_SIZE, basalAreaFactor: null })),
  );
  return { made, add, species, protocol, survey, plots };
}
