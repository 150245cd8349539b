// Makes the records of one survey of extremes, parents first.
import { PRESETS } from '../core/src/index';
import type { AnyRecord } from '../web/src/contract/envelope';
import { KINDS, type Kind } from '../web/src/contract/kinds/index';
import { BODIES } from '../web/src/contract/records/index';
import { validate } from '../web/src/contract/validate';
import { BODY, type Extreme, numbers, type Plain, type Schema, valuesOf, withValue } from './extreme-values';
import { newId } from './many-trees';

const metric = PRESETS['forest-metric'].options;
const ANY = '019a0000-0000-7000-8000-000000000000';

/** A survey of a kind's extremes, parents first. */
export interface ExtremeSurvey {
  readonly kind: Kind;
  readonly survey: string;
  readonly records: readonly AnyRecord[];
  /** What is extreme, by the id of the record. */
  readonly what: ReadonlyMap<string, string>;
}

/** Kinds that have extremes by the hundred. */
const MANY: ReadonlySet<Kind> = new Set<Kind>(['reading', 'protocol', 'survey']);

/** Which extremes there are. */
export interface HowMany {
  /** Of the extremes of kinds that have many, at least the first; 1 for all of them. */
  readonly share?: number;
  /** Of those, the first after so many as far as so many: for whoever looks for the one that fails. */
  readonly among?: readonly [after: number, to: number];
  /** Whether those are too that the contract refuses today: older rules may have let them in. */
  readonly older?: boolean;
}

/** How a tree was measured: by the maker's person and by no instrument unless said otherwise. */
interface Measured {
  readonly by?: string | null;
  readonly instrument?: string | null;
  readonly tree?: Plain;
  /** The extreme reading, and which one it is. */
  readonly extreme?: Extreme;
  readonly which?: number;
}

/** A reading's body. */
export const READING = (read: Plain, of: Plain = { stem: ANY, visit: ANY, determination: ANY, station: null, instrument: null }): Plain => {
  const { stem: _, station: __, ...own } = read;
  return { ...of, shot: 1, calibration: null, typed: 'x', read: own };
};

/** Makes records of one survey. */
export class Maker {
  readonly records: AnyRecord[] = [];
  readonly what = new Map<string, string>();
  readonly protocol = this.make('protocol', { name: 'Extremes', preset: null, options: metric });
  readonly person = this.make('person', { name: 'Nela Extrema', eyeHeight: 1.6, reach: 0.66 });
  survey = '';
  private trees = 0;
  private asked = 0;
  private found = 0;

  constructor(
    readonly kind: Kind,
    private readonly how: HowMany,
  ) {
    const circles = [
      { from: 0.07, radius: 4 },
      { from: 0.3, radius: 12 },
    ];
    const design = { rule: { kind: 'nested', circles }, north: 'true', declination: null, planned: 10, goal: 10 };
    this.survey = this.make('survey', { name: `Extremes of ${kind}`, kind: 'fixed-plots', protocol: this.protocol, place: null, design });
  }

  /**
   * Each numeric field of a body at its extremes, one at a time, as far as they may be stored.
   * @param schema of it, and how it makes the body of a record where it is a part of one
   */
  extremes(kind: Kind, part: Plain, schema: Schema = BODY(kind), whole: (part: Plain) => Plain = (p) => p): readonly Extreme[] {
    return numbers(schema, part).flatMap(([path, s]) =>
      valuesOf(s).flatMap((value) => {
        const extreme = { at: path.join('.'), value, body: withValue(part, path, value) };
        const named = Object.fromEntries(Object.entries(whole(extreme.body)).map(([k, v]) => [k, v === '' ? ANY : v]));
        const fits = this.how.older || validate(BODIES[kind] as new () => object, named).ok;
        return fits && this.chosen() ? [extreme] : [];
      }),
    );
  }
  /** Whether the next extreme is among those wanted. */
  private chosen(): boolean {
    const { share = 1, among = [0, Number.POSITIVE_INFINITY] } = this.how;
    this.asked++;
    const inShare = share >= 1 || !MANY.has(this.kind) || Math.ceil(this.asked * share) > Math.ceil((this.asked - 1) * share);
    if (!inShare) return false;
    this.found++;
    return this.found > among[0] && this.found <= among[1];
  }
  make(kind: Kind, body: Plain, by: string | null = null): string {
    const id = newId();
    const at = new Date(1_750_000_000_000 + this.records.length * 1000).toISOString();
    const { schema } = KINDS[kind];
    this.records.push({ id, entity: id, supersedes: null, kind, schema, device: 'extremes', person: by, at, body } as unknown as AnyRecord);
    return id;
  }
  extreme(kind: Kind, { at, value, body }: Extreme, by: string | null = null): string {
    const id = this.make(kind, body, by);
    this.what.set(id, `${kind} ${at} = ${value}`);
    return id;
  }
  plot(more: Plain = {}): string {
    return this.make('plot', plotBody(this.survey, `${++this.trees}`, more));
  }
  /** A tree that was tallied. */
  tallied(plot: string | null, more: Plain = {}): string {
    return this.make('tree', talliedBody(this.survey, plot, `${++this.trees}`, more));
  }
  /** A tree that was measured. */
  measured(readings: readonly Plain[], { by = this.person, instrument = null, tree: more = {}, extreme, which }: Measured = {}): void {
    const { survey, protocol } = this;
    const tree = this.make('tree', { survey, plot: null, tag: `${++this.trees}`, species: null, ...more });
    const visit = this.make('visit', { tree, on: '2026-05-01' });
    const stems = new Map<unknown, string>();
    const stations = new Map<unknown, string>();
    const among = (map: Map<unknown, string>, name: unknown, make: (number: number) => string) => {
      const known = map.get(name) ?? make(map.size + 1);
      map.set(name, known);
      return known;
    };
    for (const [i, { stem: name = '1', station: from = '1', ...read }] of readings.entries()) {
      const stem = among(stems, name, (number) => this.make('stem', { tree, number }));
      const station = among(stations, from, (number) => this.make('station', { visit, number }));
      const ofDbh = /diameter|trunk/.test(String(read.kind));
      const way = ofDbh ? { quantity: 'dbh', method: 'tape' } : { quantity: 'height', method: 'two-sights' };
      const determination = this.make('determination', { stem, visit, ...way, protocol }, by);
      const id = this.make('reading', READING(read, { stem, visit, determination, station: ofDbh ? null : station, instrument }), by);
      if (extreme && i === which) this.what.set(id, `reading ${read.kind} ${extreme.at} = ${extreme.value}`);
    }
  }
  done(): ExtremeSurvey {
    const { kind, survey, records, what } = this;
    return { kind, survey, records, what };
  }
}

export const plotBody = (survey: string, name: string, more: Plain = {}): Plain => ({
  survey,
  stratum: null,
  name,
  longitude: -4.2,
  latitude: 40.4,
  placeError: 4,
  slope: 12,
  aspect: 185,
  state: 'finished',
  ...more,
});
export const talliedBody = (survey: string, plot: string | null, tag: string, more: Plain = {}): Plain => ({
  survey,
  plot,
  tag,
  species: null,
  place: plot === null ? null : { value: 3, unit: 'm', along: 'ground', to: 'axis', by: 'tape', bearing: 40 },
  called: {
    typed: '34.2 17.5',
    diameter: { kind: 'exact', value: 34.2, unit: 'cm', tool: 'caliper' },
    height: { value: 17.5, unit: 'm', by: 'instrument' },
  },
  ...more,
});
