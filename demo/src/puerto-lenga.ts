import type { Trunk } from '@arbolito/core';
import type { Scene, SceneSpecies } from './scene';

const broad = { crown: 'broad', tipOffset: 1.5 } as const;
const species = (code: string, name: string, latin: string, formFactor: number): SceneSpecies => ({
  code,
  name,
  latin,
  share: 1,
  diameter: [40, 10],
  height: [16, 14],
  crownBase: 0.3,
  figures: { ...broad, formFactor, formFactorSigma: 0.07 },
});

/** The street trees of a harbour town, measured by its crew every three years. */
export const PUERTO_LENGA: Scene = {
  key: 'puerto-lenga',
  name: 'Puerto Lenga',
  place: 'Street trees between the Muelle and the Plaza de los Faroles',
  kind: 'street',
  preset: 'street',
  person: { name: 'D. Almirón', eyeHeight: 1.58, measures: [{ what: 'reach', value: 0.6, footwear: 'street shoes' }] },
  begins: '2026-04-20T08:10:00Z',
  trees: 17,
  onPlots: [],
  tract: null,
  slope: 6,
  heightShare: 0.5,
  logs: false,
  angle: 'degree',
  trunks: {},
  species: [
    species('JAC', 'jacaranda', 'Jacaranda mimosifolia', 0.4),
    species('TIP', 'tipa', 'Tipuana tipu', 0.42),
    species('LIM', 'lime', 'Tilia × europaea', 0.45),
  ],
};

/** A street tree as it truly stands: its diameters at the points where the street preset puts the tape, metres. */
export interface StreetTree {
  readonly tag: string;
  readonly code: 'JAC' | 'TIP' | 'LIM';
  /** One for each stem, the largest first. */
  readonly stems: readonly number[];
  readonly height: number;
  readonly trunk: Trunk;
  readonly said: string;
  /** Where the tape lies on it; the same for every stem. */
  readonly pom: number;
  /** Three years before: its diameter, and where it was read. */
  readonly before?: { readonly diameter: number; readonly pom: number };
  /** An eye estimate that was called first, cm. */
  readonly called?: number;
  readonly heightRead?: boolean;
}

const straight = { trunk: {}, said: 'stands straight', pom: 1.3 } as const;

export const STREET_TREES: readonly StreetTree[] = [
  {
    tag: 'M 01',
    code: 'JAC',
    stems: [0.346],
    height: 11.4,
    ...straight,
    before: { diameter: 0.321, pom: 1.3 },
    called: 38,
    heightRead: true,
  },
  {
    tag: 'M 02',
    code: 'JAC',
    stems: [0.412],
    height: 12.6,
    trunk: { lean: { angle: 14, toward: 'downhill' } },
    said: 'leans 14° downhill',
    pom: 1.3,
    before: { diameter: 0.395, pom: 1.3 },
    called: 45,
    heightRead: true,
  },
  {
    tag: 'M 03',
    code: 'JAC',
    stems: [0.287],
    height: 9.8,
    trunk: { swellings: [{ from: 1.15, to: 1.5, narrowestBelow: 0.96 }] },
    said: 'swollen 1.15–1.50 m',
    pom: 0.96,
    called: 28,
  },
  { tag: 'M 04', code: 'JAC', stems: [0.231, 0.204, 0.148], height: 8.7, trunk: { stems: 3 }, said: '3 stems', pom: 1.3 },
  {
    tag: 'M 05',
    code: 'TIP',
    stems: [0.738],
    height: 17.5,
    trunk: { slope: 9, lean: { angle: 17, toward: 'downhill' }, swellings: [{ from: 1.1, to: 1.62, narrowestBelow: 0.92 }] },
    said: 'slope 9°, leans 17° downhill, swollen 1.10–1.62 m',
    pom: 0.92,
    called: 80,
    heightRead: true,
  },
  {
    tag: 'M 06',
    code: 'TIP',
    stems: [0.655],
    height: 16.1,
    trunk: { fork: { height: 1.05, swellFrom: 0.78, narrowestBelow: 0.6 } },
    said: 'forks at 1.05 m',
    pom: 0.6,
    before: { diameter: 0.634, pom: 0.6 },
    called: 60,
  },
  {
    tag: 'M 07',
    code: 'TIP',
    stems: [0.582, 0.517],
    height: 15.2,
    trunk: { fork: { height: 0.22 }, stems: 2 },
    said: 'forks at 0.22 m, 2 stems',
    pom: 1.3,
    heightRead: true,
  },
  {
    tag: 'M 08',
    code: 'TIP',
    stems: [0.894],
    height: 18.8,
    trunk: { buttSwell: { end: 1.55 } },
    said: 'butt swell to 1.55 m',
    pom: 2,
    called: 100,
    heightRead: true,
  },
  {
    tag: 'M 09',
    code: 'TIP',
    stems: [0.473],
    height: 14,
    trunk: { vines: 'fixed' },
    said: 'vines',
    pom: 1.3,
    before: { diameter: 0.452, pom: 1.3 },
  },
  { tag: 'F 01', code: 'LIM', stems: [0.318], height: 12.9, ...straight, before: { diameter: 0.309, pom: 1.3 }, heightRead: true },
  {
    tag: 'F 02',
    code: 'LIM',
    stems: [0.367],
    height: 13.8,
    trunk: { lowBranches: [{ from: 1.02, to: 1.74, narrowestBelow: 0.84 }] },
    said: 'branches 1.02–1.74 m',
    pom: 0.84,
    called: 35,
  },
  // read at breast height three years ago, now where the rule puts it: the growth can't be told
  {
    tag: 'F 03',
    code: 'LIM',
    stems: [0.402],
    height: 14.4,
    trunk: { swellings: [{ from: 1.22, to: 1.4 }] },
    said: 'swollen 1.22–1.40 m',
    pom: 1.22,
    before: { diameter: 0.421, pom: 1.3 },
    heightRead: true,
  },
  {
    tag: 'F 04',
    code: 'LIM',
    stems: [0.356],
    height: 13.1,
    trunk: { slope: 12 },
    said: 'slope 12°',
    pom: 1.3,
    before: { diameter: 0.344, pom: 1.3 },
  },
  {
    tag: 'F 05',
    code: 'LIM',
    stems: [0.298],
    height: 11.7,
    trunk: { vines: 'movable', lean: { angle: 6, toward: 'downhill' } },
    said: 'leans 6° downhill, vines',
    pom: 1.3,
  },
  {
    tag: 'F 06',
    code: 'LIM',
    stems: [0.443],
    height: 15.2,
    ...straight,
    before: { diameter: 0.431, pom: 1.3 },
    called: 40,
    heightRead: true,
  },
  {
    tag: 'F 07',
    code: 'JAC',
    stems: [0.276],
    height: 9.1,
    trunk: { fork: { height: 1.8 } },
    said: 'forks at 1.80 m',
    pom: 1.3,
    called: 30,
  },
  { tag: 'F 08', code: 'JAC', stems: [0.194, 0.121], height: 7.6, trunk: { stems: 2, slope: 8 }, said: 'slope 8°, 2 stems', pom: 1.3 },
];
