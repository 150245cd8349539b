// Records with each numeric field at its extremes, made from the contract: what is stored of them must stop nothing.
import { PRESETS } from '../core/src/index';
import type { AnyRecord } from '../web/src/contract/envelope';
import { EXAMPLES } from '../web/src/contract/examples';
import { KINDS, type Kind } from '../web/src/contract/kinds/index';
import { openApi } from '../web/src/contract/openapi';
import { BODIES } from '../web/src/contract/records/index';
import { validate } from '../web/src/contract/validate';
import { newId } from './many-trees';

type Plain = Record<string, unknown>;
type Path = readonly (string | number)[];
interface Schema {
  readonly $ref?: string;
  readonly type?: string | readonly string[];
  readonly anyOf?: readonly Schema[];
  readonly oneOf?: readonly Schema[];
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly items?: Schema;
  readonly enum?: readonly unknown[];
  readonly minimum?: number;
  readonly maximum?: number;
  readonly exclusiveMinimum?: number;
}

/** A field at an extreme, and the body that has it there. */
interface Extreme {
  readonly at: string;
  readonly value: number;
  readonly body: Plain;
}

const schemas = (openApi() as { components: { schemas: Record<string, Schema> } }).components.schemas;
const resolved = (s: Schema): Schema => (s.$ref ? (schemas[s.$ref.split('/').at(-1) as string] as Schema) : s);

/** Numeric fields of a body, where they stand in it, with those that are left out. */
function numbers(schema: Schema, value: unknown, path: Path = []): readonly (readonly [Path, Schema])[] {
  const s = resolved(schema);
  const types = [s.type ?? []].flat();
  if (types.includes('number') || types.includes('integer')) return [[path, s]];
  if (s.items) return Array.isArray(value) ? value.slice(0, 1).flatMap((v, i) => numbers(s.items as Schema, v, [...path, i])) : [];
  if (s.properties) {
    if (typeof value !== 'object' || value === null) return [];
    return Object.entries(s.properties).flatMap(([key, inner]) => numbers(inner, (value as Plain)[key], [...path, key]));
  }
  const union = s.oneOf ?? s.anyOf;
  if (!union) return [];
  const told = (value as Plain | null)?.kind;
  const fits = union.map(resolved).filter((u) => u.type !== 'null');
  const own = fits.length === 1 ? fits : fits.filter((u) => resolved(u.properties?.kind ?? {}).enum?.includes(told));
  return own.flatMap((u) => numbers(u, value, path));
}

/** What a field may be worth at its bounds and beside them, and at the ends of what a number can be. */
function valuesOf({ minimum, maximum, exclusiveMinimum }: Schema): readonly number[] {
  const bounds = [minimum, maximum, exclusiveMinimum].filter((b) => b !== undefined);
  const beside = (b: number) => [b, b + Math.abs(b || 1) * 1e-9, b - Math.abs(b || 1) * 1e-9];
  const all = [0, 5e-324, -5e-324, 1e-300, 1e-9, Number.MAX_VALUE, -Number.MAX_VALUE, ...bounds.flatMap(beside)];
  return [...new Set(all)];
}

function withValue(body: Plain, path: Path, value: number): Plain {
  const copy = structuredClone(body);
  let at = copy as Record<string | number, unknown>;
  for (const key of path.slice(0, -1)) at = at[key] as Record<string | number, unknown>;
  at[path.at(-1) as string] = value;
  return copy;
}

const ANY = '019a0000-0000-7000-8000-000000000000';

/** A survey of a kind's extremes, parents first. */
export interface ExtremeSurvey {
  readonly kind: Kind;
  readonly survey: string;
  readonly records: readonly AnyRecord[];
  /** What is extreme, by the id of the record. */
  readonly what: ReadonlyMap<string, string>;
}

const metric = PRESETS['forest-metric'].options;
const POINT = { longitude: -4.2, latitude: 40.4 };
const RING = [
  [-4.21, 40.4],
  [-4.2, 40.4],
  [-4.2, 40.41],
  [-4.21, 40.41],
  [-4.21, 40.4],
];

/** Kinds that have extremes by the hundred. */
const MANY: ReadonlySet<Kind> = new Set<Kind>(['reading', 'protocol', 'survey']);

/** Which extremes there are. */
interface HowMany {
  /** Of the extremes of kinds that have many; 1 for all of them. */
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
const READING = (read: Plain, of: Plain = { stem: ANY, visit: ANY, determination: ANY, station: null, instrument: null }): Plain => {
  const { stem: _, station: __, ...own } = read;
  return { ...of, shot: 1, calibration: null, typed: 'x', read: own };
};

/** Makes records of one survey. */
class Maker {
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
    const inShare = share >= 1 || !MANY.has(this.kind) || Math.floor(this.asked * share) > Math.floor((this.asked - 1) * share);
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

const plotBody = (survey: string, name: string, more: Plain = {}): Plain => ({
  survey,
  stratum: null,
  name,
  ...POINT,
  placeError: 4,
  slope: 12,
  aspect: 185,
  state: 'finished',
  ...more,
});
const talliedBody = (survey: string, plot: string | null, tag: string, more: Plain = {}): Plain => ({
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

const TAPE = { kind: 'diameter', tool: 'diameter-tape', value: 34, unit: 'cm' };
const STICK = { kind: 'diameter', tool: 'biltmore-stick', value: 34, unit: 'cm' };
const LEVEL = { kind: 'distance', value: 20, unit: 'm', along: 'level', to: 'axis' };
const PACES = { kind: 'paces', value: 13, along: 'level', to: 'axis' };
const BASE = { kind: 'angle', target: 'base', value: -4, scale: 'degree' };
const TIP = { kind: 'angle', target: 'tip', value: 38, scale: 'degree' };
const SIGHTED = [TAPE, LEVEL, BASE, TIP];

/** Every reading of the contract's examples, beside those that it is read with. */
function everyReading(): readonly { readonly readings: readonly Plain[]; readonly at: number }[] {
  const trees = Object.values(EXAMPLES).flatMap((e) =>
    (e as { trees: readonly { readings: readonly Plain[] }[] }).trees.map((t) => t.readings),
  );
  const more = [
    [TAPE, LEVEL, { kind: 'eye-height', value: 1.6, unit: 'm' }, TIP],
    [...SIGHTED, { kind: 'merchantable-height', value: 12, unit: 'm' }],
    [TAPE, { kind: 'equal-legs', distance: 21, unit: 'm', along: 'level' }],
    [TAPE, PACES, BASE, TIP],
    [{ ...STICK, reach: 0.6 }, ...SIGHTED.slice(1)],
  ];
  // those that say the same but for their numbers are one
  const seen = new Set<string>();
  return [...more, ...trees].flatMap((readings) =>
    readings.flatMap((read, at) => {
      const words = JSON.stringify(read, (key, v) => (typeof v === 'number' || key === 'stem' || key === 'station' ? 0 : v));
      const known = seen.has(words);
      seen.add(words);
      return known ? [] : [{ readings, at }];
    }),
  );
}

const BODY = (kind: Kind): Schema => schemas[BODIES[kind].name] as Schema;
const READ = (resolved(BODY('reading')).properties as Record<string, Schema>).read as Schema;

/** How the extremes of a kind make a survey; kinds without a numeric field are not there. */
const SURVEYS: Partial<Record<Kind, (m: Maker) => void>> = {
  reading(m) {
    for (const { readings, at } of everyReading())
      for (const extreme of m.extremes('reading', readings[at] as Plain, READ, READING))
        m.measured(readings.with(at, extreme.body), { extreme: { ...extreme, at: `${at}: ${extreme.at}` }, which: at });
  },
  tree(m) {
    const plot = m.plot();
    const bodies = [
      talliedBody(m.survey, plot, 'tallied', { azimuth: 20, distance: 3, place: null }),
      talliedBody(m.survey, plot, 'tallied', { ...POINT }),
      talliedBody(m.survey, plot, 'class', {
        called: { typed: '34', diameter: { kind: 'class', from: 32, width: 4, unit: 'cm' }, logs: 2, count: 3 },
      }),
    ];
    for (const [b, body] of bodies.entries())
      for (const [i, e] of m.extremes('tree', body).entries()) m.extreme('tree', { ...e, body: { ...e.body, tag: `${b}·${i}` } });
  },
  plot(m) {
    const bodies = [
      plotBody(m.survey, 'circle', { radius: 10, order: 1, counted: { trees: 3, doubtful: 1 } }),
      plotBody(m.survey, 'rectangle', { width: 20, length: 25, axis: 40 }),
      plotBody(m.survey, 'point', { basalAreaFactor: 2 }),
      plotBody(m.survey, 'edge', {
        edge: {
          straight: [
            { bearing: 40, distance: 3 },
            { bearing: 130, distance: 5 },
          ],
        },
      }),
      plotBody(m.survey, 'young', {
        young: { radius: 2, counts: [{ species: null, class: '1', count: 3 }] },
        deadWood: [{ diameter: 0.24, length: 3.2, rot: 2 }],
      }),
    ];
    for (const [b, body] of bodies.entries())
      for (const [i, e] of m.extremes('plot', body).entries()) {
        const plot = m.extreme('plot', { ...e, body: { ...e.body, name: `${b}·${i}` } });
        m.tallied(plot);
        m.tallied(plot, { called: { typed: '20', diameter: { kind: 'exact', value: 20, unit: 'cm', tool: 'caliper' } } });
      }
  },
  stratum(m) {
    const outline = { type: 'Polygon', coordinates: [RING] };
    for (const [i, e] of m
      .extremes('stratum', {
        survey: m.survey,
        name: 'n',
        area: 50_000,
        grossArea: 60_000,
        outline,
      })
      .entries()) {
      const stratum = m.extreme('stratum', { ...e, body: { ...e.body, name: `s${i}` } });
      for (let k = 0; k < 2; k++) m.tallied(m.plot({ stratum }));
    }
  },
  person(m) {
    for (const e of m.extremes('person', { name: 'Ivo', eyeHeight: 1.6, reach: 0.66 })) {
      const person = m.extreme('person', e);
      m.measured([STICK, LEVEL, TIP], { by: person });
    }
  },
  'body-measure'(m) {
    const { person } = m;
    for (const what of ['reach', 'eye-height', 'breast-height-mark', 'height'])
      for (const e of m.extremes('body-measure', {
        person,
        what,
        value: 0.7,
        footwear: null,
        where: null,
        on: '2026-04-01',
      }))
        m.extreme('body-measure', e);
    m.measured([STICK, LEVEL, BASE, TIP]);
  },
  'pace-calibration'(m) {
    for (const counted of ['single', 'double'])
      for (const e of m.extremes('pace-calibration', {
        person: '',
        counted,
        runs: [
          { course: 60, paces: 40 },
          { course: 60, paces: 41 },
        ],
        footwear: null,
        on: '2026-04-01',
      })) {
        const person = m.make('person', { name: 'Pacer', eyeHeight: null, reach: null });
        m.extreme('pace-calibration', { ...e, body: { ...e.body, person } });
        m.measured([TAPE, PACES, BASE, TIP], { by: person });
        m.measured([TAPE, PACES, LEVEL, BASE, TIP], { by: person });
      }
  },
  'tool-calibration'(m) {
    for (const tool of ['estimate', 'biltmore-stick', 'optical', 'caliper'])
      for (const e of m.extremes('tool-calibration', {
        person: '',
        tool,
        sigma: 0.03,
        bias: 0.01,
        biasSigma: 0.01,
        pairs: 8,
        on: '2026-04-01',
      })) {
        const person = m.make('person', { name: 'Caliper', eyeHeight: null, reach: 0.6 });
        m.extreme('tool-calibration', { ...e, body: { ...e.body, person } });
        m.measured([{ ...TAPE, tool: tool === 'optical' ? 'diameter-tape' : tool }, ...SIGHTED.slice(1)], { by: person });
      }
  },
  instrument(m) {
    const bodies = [
      { name: 'Clinometer', tool: 'clinometer', serial: null, scale: { name: 'percent', from: -150, to: 150 }, sigma: 0.004 },
      { name: 'Laser', tool: 'laser', sigma: 0.1 },
      { name: 'Ultrasonic', tool: 'ultrasonic', sigma: 0.01 },
      { name: 'Tape', tool: 'diameter-tape', sigma: 0.002 },
    ];
    for (const body of bodies)
      for (const e of m.extremes('instrument', body)) {
        const instrument = m.extreme('instrument', e);
        m.measured(SIGHTED, { instrument });
      }
  },
  calibration(m) {
    for (const [what, found] of [
      ['two-way', { forward: 4.1, back: -4 }],
      ['base', { taped: 10, read: 10.1, celsius: 12 }],
    ] as const)
      for (const e of m.extremes('calibration', { instrument: '', what, found })) {
        const instrument = m.make('instrument', { name: 'Checked', tool: 'ultrasonic', sigma: null });
        m.extreme('calibration', { ...e, body: { ...e.body, instrument } });
        m.measured([TAPE, { ...LEVEL, by: 'ultrasonic', celsius: 20 }, BASE, TIP], { instrument });
      }
  },
  'clock-check'(m) {
    for (const e of m.extremes('clock-check', { offBy: 7200 })) m.extreme('clock-check', e);
    m.measured(SIGHTED);
  },
  species(m) {
    const figures = { crown: 'conifer', tipOffset: 0.5, formFactor: 0.46, formFactorSigma: 0.04, formClass: 80, taperPerLog: 2 };
    const plot = m.plot();
    for (const [i, e] of m.extremes('species', { code: 'PA', name: 'Spruce', latin: null, figures }).entries()) {
      const species = m.extreme('species', { ...e, body: { ...e.body, code: `P${i}` } });
      m.tallied(plot, { species });
      m.measured(SIGHTED, { tree: { species } });
    }
  },
};

/** Kinds of which each extreme needs a survey of its own, as it holds for all of it. */
const WHOLE: Partial<Record<Kind, readonly Plain[]>> = {
  protocol: Object.values(PRESETS).map(({ options }) => ({ name: 'Extreme', preset: null, options })),
  survey: [
    { kind: 'circle', radius: 10 },
    {
      kind: 'nested',
      circles: [
        { from: 0.07, radius: 4 },
        { from: 0.3, radius: 12 },
      ],
    },
    { kind: 'rectangle', width: 20, length: 25 },
    { kind: 'point', factor: 2 },
    { kind: 'strip', width: 20 },
  ].map((rule) => ({
    protocol: '',
    name: 'Extreme',
    kind: 'fixed-plots',
    place: null,
    design: { rule, north: 'magnetic', declination: 0.4, planned: 10, goal: 8 },
  })),
};

/** The kinds of which any field is a number. */
export const EXTREME_KINDS = [...Object.keys(SURVEYS), ...Object.keys(WHOLE)] as readonly Kind[];

/**
 * Surveys that hold every numeric field of a kind of record at its extremes: one for most kinds, and as many as there are
 * extremes where one holds for the whole of a survey.
 */
export function* extremeSurveys(kind: Kind, how: HowMany = {}): Generator<ExtremeSurvey> {
  const fill = SURVEYS[kind];
  if (fill) {
    const maker = new Maker(kind, how);
    fill(maker);
    yield maker.done();
  }
  const chooser = new Maker(kind, how);
  for (const body of WHOLE[kind] ?? [])
    for (const e of chooser.extremes(kind, body)) {
      const m = new Maker(kind, how);
      if (kind === 'protocol') {
        const protocol = m.extreme(kind, e);
        m.survey = m.make('survey', { name: `Extreme ${e.at}`, kind: 'fixed-plots', protocol, place: null });
      } else m.survey = m.extreme(kind, { ...e, body: { ...e.body, protocol: m.protocol } });
      for (let i = 0; i < 2; i++) {
        const plot = m.plot(i === 0 ? {} : { length: 100, axis: 20 });
        m.tallied(plot);
        m.measured(SIGHTED, { tree: { plot, place: { value: 3, unit: 'm', along: 'level', to: 'axis', by: 'tape', bearing: 12 } } });
      }
      yield m.done();
    }
}
