import {
  leanReading,
  METRES_PER_FOOT,
  PRESETS,
  type Reading,
  type SimulatedMethod,
  type SimulatedTree,
  simulateReadings,
  stemSight,
  TYPICAL_ERRORS,
} from '@arbolito/core';
import type { Chance } from './random';
import { type DemoRecord, Keeper } from './record-keeper';
import type { Scene } from './scene';
import type { TreeTruth } from './scene-records';

/** Old araucarias on a ridge, each height determined several times so that somebody else can check it. */
export const CERRO_TILDEMAR: Scene = {
  key: 'cerro-tildemar',
  name: 'Araucarias of Cerro Tildemar',
  place: 'The ridge above the Tildemar tarns',
  kind: 'record-list',
  preset: 'tall-tree',
  person: {
    name: 'I. Rautén',
    eyeHeight: 1.6,
    measures: [
      { what: 'reach', value: 0.64, footwear: 'mountain boots' },
      { what: 'eye-height', value: 1.6, footwear: 'mountain boots' },
    ],
  },
  begins: '2026-03-09T08:30:00Z',
  trees: 12,
  onPlots: [],
  tract: null,
  slope: 18,
  heightShare: 1,
  logs: false,
  angle: 'percent',
  trunks: {},
  species: [
    {
      code: 'ARA',
      name: 'araucaria',
      latin: 'Araucaria araucana',
      share: 1,
      diameter: [120, 25],
      height: [45, 60],
      crownBase: 0.55,
      figures: { crown: 'conifer', tipOffset: 0.5, formFactor: 0.44, formFactorSigma: 0.04 },
    },
  ],
};

/** How each tree is determined; the ways differ, so that what disagrees shows. */
const WAYS: readonly (readonly SimulatedMethod[])[] = [
  ['line-shots', 'line-shots', 'stick'],
  ['line-shots', 'two-sights', 'stick'],
  ['line-shots', 'two-stations', 'two-sights'],
  ['line-shots', 'two-sights-to-mark', 'line-shots'],
];
/** The clinometer's zero goes off after the noon check, before this tree; the evening's check finds it. */
const OFF_FROM = 9;
const ZERO = 0.8;

/** The records of a day on the ridge, and the truth they were taken of. */
export function tallTreeRecords(chance: Chance): { records: DemoRecord[]; truth: TreeTruth[] } {
  const scene = CERRO_TILDEMAR;
  const keeper = new Keeper(chance, `demo ${scene.key}`, Date.parse('2026-03-08T15:00:00Z'));
  const { person: who } = scene;
  const preset = PRESETS[scene.preset];
  const person = keeper.keep('person', { name: who.name, eyeHeight: who.eyeHeight });
  keeper.person = person;
  for (const m of who.measures) keeper.keep('body-measure', { person, ...m, on: '2026-03-08' });
  paces(keeper, person, chance);
  const laser = keeper.keep('instrument', { name: 'Laser 4', tool: 'laser', sigma: 0.15 });
  const clinometer = keeper.keep('instrument', { name: 'Clinometer 5', tool: 'clinometer', sigma: (0.25 * Math.PI) / 180 });
  const check = (instrument: string, forward: number, back: number) =>
    keeper.keep('calibration', { instrument, what: 'two-way', found: { forward, back } });
  check(clinometer, 4.1, -4);
  check(laser, 4, -3.9);
  const protocol = keeper.keep('protocol', { name: preset.name, preset: preset.key, options: preset.options });
  const [araucaria] = scene.species;
  const species = keeper.keep('species', {
    code: araucaria?.code,
    name: araucaria?.name,
    latin: araucaria?.latin,
    figures: araucaria?.figures,
  });
  const survey = keeper.keep('survey', { name: scene.name, kind: scene.kind, protocol, place: scene.place });
  keeper.now = Date.parse(scene.begins);
  const truth: TreeTruth[] = [];
  for (let n = 0; n < scene.trees; n++) {
    keeper.now += 900_000;
    // at noon it was still good
    if (n === OFF_FROM) check(clinometer, 3.1, -3);
    const real = someTree(chance, n);
    const tree = keeper.keep('tree', { survey, tag: `A${String(n + 1).padStart(2, '0')}`, species });
    const stem = keeper.keep('stem', { tree, number: 1 });
    const visit = keeper.keep('visit', { tree, on: keeper.today() });
    const at = { stem, visit };
    girth({ keeper, at, protocol, diameter: real.diameter, chance });
    const off = n >= OFF_FROM;
    // some trees still want a determination
    const ways = (WAYS[n % WAYS.length] as readonly SimulatedMethod[]).slice(0, n === 4 || n === 7 ? 2 : 3);
    for (const [i, method] of ways.entries()) {
      const from = { ...real, distance: Math.round(real.height * (1 + 0.18 * i)), slope: real.slope * (i === 1 ? -0.4 : 1) };
      determine({ keeper, at, protocol, chance, method, tree: from, station: i * 2 + 1, off, laser, clinometer });
    }
    truth.push({
      ...asTruth(real),
      id: tree,
      scene: scene.key,
      blunder: off && ways.some((w) => w.startsWith('two')) ? 'clinometer-off' : null,
    });
  }
  keeper.now += 1_800_000;
  check(clinometer, 3 + ZERO, -3 + ZERO);
  return { records: keeper.records, truth };
}

/** Last year's pace and this year's, over the same course. */
function paces(keeper: Keeper, person: string, chance: Chance): void {
  for (const [on, mean] of [
    ['2025-02-20', 1.5],
    ['2026-03-08', 1.53],
  ] as const) {
    const runs = [0, 1, 2, 3].map(() => ({ course: 60, paces: Math.round((60 / mean) * (1 + chance.normal(0.012)) * 2) / 2 }));
    keeper.keep('pace-calibration', { person, counted: 'double', runs, footwear: 'mountain boots', on });
  }
}

function someTree(chance: Chance, n: number): SimulatedTree {
  const height = chance.between(28, 46);
  return {
    height,
    diameter: height / chance.between(24, 40),
    crownBase: height * chance.between(0.45, 0.65),
    lean: n === 5 ? 0.12 : 0,
    leanTo: Math.PI / 2,
    tipToward: chance.normal(0.4),
    tipAside: chance.normal(0.4),
    crown: null,
    distance: height,
    eyeHeight: CERRO_TILDEMAR.person.eyeHeight,
    slope: Math.tan((chance.between(-18, 6) * Math.PI) / 180),
  };
}

interface At {
  readonly stem: string;
  readonly visit: string;
}

function girth({
  keeper,
  at,
  protocol,
  diameter,
  chance,
}: {
  keeper: Keeper;
  at: At;
  protocol: string;
  diameter: number;
  chance: Chance;
}): void {
  const value = Math.round((diameter + chance.normal(0.002)) * Math.PI * 100);
  const determination = keeper.keep('determination', { ...at, quantity: 'dbh', method: 'tape', protocol });
  const pom = 4.5 * METRES_PER_FOOT;
  keeper.keep('reading', {
    ...at,
    determination,
    station: null,
    shot: 1,
    typed: String(value),
    read: { kind: 'diameter', tool: 'plain-tape', value, unit: 'cm', pom },
  });
}

interface Determining {
  readonly keeper: Keeper;
  readonly at: At;
  readonly protocol: string;
  readonly chance: Chance;
  readonly method: SimulatedMethod;
  readonly tree: SimulatedTree;
  readonly station: number;
  readonly off: boolean;
  readonly laser: string;
  readonly clinometer: string;
}

/** One setting-up: what the instruments showed, to the marks of their scales. */
function determine({ keeper, at, protocol, chance, method, tree, station, off, laser, clinometer }: Determining): void {
  const draw = (sigma: number) => chance.normal(sigma);
  const gear = { mark: 1.3, pole: 5, baseline: 20, reach: 0.64, rise: 1, sun: 0.7, staff: 1.5, setDistance: 20 };
  const seen = simulateReadings(method, tree, draw, TYPICAL_ERRORS, gear).filter((r) => r.kind !== 'diameter');
  if (tree.lean > 0 && method !== 'line-shots') {
    const far = method === 'two-stations' ? { station: 'near' } : {};
    (seen as Reading[]).push({ ...leanReading(tree, draw, TYPICAL_ERRORS), ...far } as Reading);
  }
  if (method === 'two-sights') (seen as Reading[]).push(stemSight(tree, tree.crownBase, draw, TYPICAL_ERRORS));
  const determination = keeper.keep('determination', {
    ...at,
    quantity: 'height',
    method: method === 'two-sights-to-mark' ? 'two-sights' : method,
    protocol,
  });
  const near = keeper.keep('station', { visit: at.visit, number: station });
  const far = method === 'two-stations' ? keeper.keep('station', { visit: at.visit, number: station + 1 }) : null;
  for (const r of seen) {
    const { station: from, ...rest } = rounded(r, off) as Reading & { station?: string };
    const read = rest.kind === 'baseline' ? { ...rest, far: far ?? '' } : rest;
    const instrument = read.kind === 'shot' ? laser : read.kind === 'angle' ? clinometer : null;
    keeper.keep('reading', { ...at, determination, station: from === 'far' ? far : near, shot: 1, instrument, typed: typedOf(read), read });
  }
}

/** To half a per cent, a tenth of a degree or a metre, half a centimetre of stick; a clinometer that is off shows too much. */
function rounded(r: Reading, off: boolean): Reading {
  const to = (v: number, step: number) => Math.round(v / step) * step;
  const tidy = (v: number) => Number(v.toFixed(2));
  if (r.kind === 'angle') {
    const shown = off ? 100 * Math.tan(Math.atan(r.value / 100) + (ZERO * Math.PI) / 180) : r.value;
    return { ...r, value: tidy(to(shown, 0.5)) };
  }
  if (r.kind === 'shot') return { ...r, value: tidy(to(r.value, 0.1)), elevation: tidy(to(r.elevation, 0.1)) };
  if (r.kind === 'lean') return { ...r, value: tidy(to(r.value, 0.5)) };
  if (r.kind === 'stick') {
    const { reach: _own, ...read } = r;
    return { ...read, value: tidy(to(r.value, 0.5)) };
  }
  return 'value' in r ? ({ ...r, value: tidy(to(r.value, 0.05)) } as Reading) : r;
}

const typedOf = (r: Reading) => (r.kind === 'shot' ? `${r.value} ${r.elevation}` : 'value' in r ? String(r.value) : r.kind);

function asTruth(t: SimulatedTree): Omit<TreeTruth, 'id' | 'scene' | 'blunder'> {
  return {
    species: CERRO_TILDEMAR.species[0] as TreeTruth['species'],
    dbh: t.diameter,
    height: t.height,
    crownBase: t.crownBase,
    logs: 0,
    tipOffset: t.tipToward,
    distance: t.distance,
    slope: (Math.atan(t.slope) * 180) / Math.PI,
    azimuth: 0,
    fromCentre: 0,
  };
}
