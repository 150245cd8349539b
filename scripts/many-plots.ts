import type { ProtocolOptions } from '@arbolito/core';
import type { AnyRecord } from '../web/src/contract/envelope';
import { newId } from './many-trees';

const STRATA = 12;
/** So many trees stand on a plot. */
const ON_A_PLOT = 50;
/** One tree in so many is measured, ten records; the others are called, one. */
const MEASURED = 10;
const SPECIES = ['pine', 'beech', 'oak', 'birch', 'fir'];

/** A cruise of circles in strata: most trees called out, some measured. The same each time. */
export function manyPlots(trees: number, options: ProtocolOptions) {
  const records: AnyRecord[] = [];
  let state = 7;
  const chance = () => {
    state = (state * 16_807) % 2_147_483_647;
    return state / 2_147_483_647;
  };
  let made = 0;
  const make = (list: AnyRecord[], kind: string, body: object): string => {
    const id = newId();
    const at = new Date(1_750_000_000_000 + ++made * 1000).toISOString();
    const schema = kind === 'determination' ? 2 : 1;
    list.push({ id, entity: id, supersedes: null, kind, schema, device: 'bench', person: null, at, body } as AnyRecord);
    return id;
  };
  const protocol = make(records, 'protocol', { name: 'Bench', preset: null, options: { ...options, heightSample: MEASURED } });
  const species = SPECIES.map((name, i) =>
    make(records, 'species', { code: name.slice(0, 2), name, latin: null, figures: { formFactor: 0.42 + i / 100, formFactorSigma: 0.03 } }),
  );
  const design = { rule: { kind: 'circle', radius: 12.62 }, north: 'true', planned: null, declination: null };
  const survey = make(records, 'survey', { name: `Cruise of ${trees}`, kind: 'fixed-plots', protocol, place: null, design });
  const strata = Array.from({ length: STRATA }, (_, i) =>
    make(records, 'stratum', { survey, name: `S${i + 1}`, area: 1e6 + i * 1e5, outline: null }),
  );
  const noSize = {
    longitude: null,
    latitude: null,
    slope: null,
    aspect: null,
    radius: null,
    width: null,
    length: null,
    basalAreaFactor: null,
  };
  const plotOf = (list: AnyRecord[], i: number) =>
    make(list, 'plot', { survey, stratum: strata[i % STRATA], name: String(i + 1), ...noSize, state: 'finished' });
  const tree = (list: AnyRecord[], plot: string, i: number) => {
    const dbh = Math.round((8 + 40 * chance() ** 1.5) * 10) / 10;
    const nowhere = { azimuth: null, distance: null, longitude: null, latitude: null, note: null };
    const own = { survey, plot, tag: `${i + 1}`, species: species[Math.floor(chance() * SPECIES.length)], ...nowhere };
    if (i % MEASURED !== 0)
      return make(list, 'tree', {
        ...own,
        called: { typed: `${dbh}`, diameter: { kind: 'exact', value: dbh, unit: 'cm', tool: 'caliper' } },
      });
    const id = make(list, 'tree', own);
    const stem = make(list, 'stem', { tree: id, number: 1 });
    const visit = make(list, 'visit', { tree: id, on: '2026-05-01' });
    const station = make(list, 'station', { visit, number: 1 });
    const of = (quantity: string, method: string) => make(list, 'determination', { stem, visit, quantity, method, protocol });
    const [tape, height] = [of('dbh', 'tape'), of('height', 'two-sights')];
    const read = (determination: string, at: string | null, reading: object) =>
      make(list, 'reading', {
        stem,
        visit,
        determination,
        station: at,
        shot: 1,
        instrument: null,
        calibration: null,
        typed: '-',
        read: reading,
      });
    const tall = 1.3 + 27 * (1 - Math.exp(-0.06 * dbh)) ** 1.2 + 2 * (chance() - 0.5);
    read(tape, null, { kind: 'diameter', tool: 'diameter-tape', value: dbh, unit: 'cm' });
    read(height, station, { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis' });
    read(height, station, { kind: 'angle', target: 'base', value: -8, scale: 'percent' });
    read(height, station, { kind: 'angle', target: 'tip', value: Math.round(((tall - 1.6) / 20) * 1000) / 10, scale: 'percent' });
    return id;
  };
  for (let i = 0, plot = ''; i < trees; i++) {
    if (i % ON_A_PLOT === 0) plot = plotOf(records, i / ON_A_PLOT);
    tree(records, plot, i);
  }
  return { records, survey };
}
