// Surveys with each numeric field of each kind of record at its extremes: what is stored of them must stop nothing.
import { PRESETS } from '../core/src/index';
import { EXAMPLES } from '../web/src/contract/examples';
import type { Kind } from '../web/src/contract/kinds/index';
import { type ExtremeSurvey, type HowMany, Maker, plotBody, READING, talliedBody } from './extreme-maker';
import { type Plain, READ } from './extreme-values';

export type { ExtremeSurvey };

const POINT = { longitude: -4.2, latitude: 40.4 };
const RING = [
  [-4.21, 40.4],
  [-4.2, 40.4],
  [-4.2, 40.41],
  [-4.21, 40.41],
  [-4.21, 40.4],
];

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
