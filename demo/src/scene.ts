import type { PresetKey, ProtocolOptions, SpeciesFigures, Trunk } from '@arbolito/core';
import type { Tract } from './tract';
import { TANSY_TRACT, UMBRIO_TRACT } from './tracts';

/** A species as it grows in a scene: the truth the simulated trees are drawn from. */
export interface SceneSpecies {
  readonly code: string;
  readonly name: string;
  readonly latin: string;
  readonly share: number;
  /** Mean and spread of the diameter, cm. */
  readonly diameter: readonly [number, number];
  /** Height of a thick tree, m, and the diameter (cm) at which half the climb is done. */
  readonly height: readonly [number, number];
  /** Crown base as a share of the height. */
  readonly crownBase: number;
  readonly figures: SpeciesFigures;
}

/** Somebody who measures, with what their kit holds. Metres. */
export interface ScenePerson {
  readonly name: string;
  readonly eyeHeight: number;
  readonly measures: readonly {
    readonly what: 'breast-height-mark' | 'reach' | 'eye-height';
    readonly value: number;
    readonly footwear?: string;
    readonly where?: string;
  }[];
  /** How much a stick read by them shows too much, and how much it scatters, as shares. */
  readonly stick?: { readonly bias: number; readonly spread: number };
}

/** A made-up place with made-up people. */
export interface Scene {
  readonly key: string;
  readonly name: string;
  readonly place: string;
  readonly kind: 'fixed-plots' | 'points' | 'street' | 'record-list';
  readonly preset: PresetKey;
  /** What is otherwise than in the preset, and what that is called. */
  readonly ownProtocol?: { readonly name: string; readonly options: Partial<ProtocolOptions> };
  readonly person: ScenePerson;
  readonly begins: string;
  readonly trees: number;
  /** How many of its first trees stand on each of the first plots; the others follow from its tract. */
  readonly onPlots: readonly number[];
  readonly tract: Tract | null;
  /** Steepest ground between station and tree, degrees. */
  readonly slope: number;
  readonly heightShare: number;
  readonly logs: boolean;
  readonly angle: 'percent' | 'degree';
  readonly species: readonly SceneSpecies[];
  /** What some trunks do, by the number of the tree from 0; the others stand straight. */
  readonly trunks: Readonly<Record<number, { readonly trunk: Trunk; readonly trunkSaid: string }>>;
}

const conifer = { crown: 'conifer', tipOffset: 0.5 } as const;
const broad = { crown: 'broad', tipOffset: 1.5 } as const;

export const MONTE_UMBRIO: Scene = {
  key: 'monte-umbrio',
  name: 'Monte Umbrío',
  place: 'Village pinewood above the Umbrío stream',
  kind: 'fixed-plots',
  preset: 'forest-metric',
  ownProtocol: {
    name: 'Monte Umbrío inventory',
    options: {
      heightSample: 4,
      smallestDiameter: 0.07,
      asks: ['status', 'crown-class'],
      regeneration: { radius: 2, classes: ['under 1.3 m', 'over 1.3 m'] },
      deadwood: true,
    },
  },
  person: {
    name: 'I. Salvatierra',
    eyeHeight: 1.62,
    measures: [{ what: 'breast-height-mark', value: 1.3, footwear: 'summer boots', where: 'second button of the vest' }],
  },
  begins: '2026-05-11T07:40:00Z',
  trees: 62,
  onPlots: [16, 16, 16, 14],
  tract: UMBRIO_TRACT,
  slope: 16,
  heightShare: 0.75,
  logs: false,
  angle: 'percent',
  trunks: {
    4: { trunk: { slope: 14 }, trunkSaid: 'slope 14°' },
    9: { trunk: { slope: 18, lean: { angle: 11, toward: 'downhill' } }, trunkSaid: 'slope 18°, leans 11° downhill' },
    15: { trunk: { swellings: [{ from: 1.12, to: 1.58 }] }, trunkSaid: 'swollen 1.12–1.58 m' },
    23: { trunk: { fork: { height: 2.4 }, vines: 'movable' }, trunkSaid: 'forks at 2.40 m, vines' },
    31: { trunk: { lowBranches: [{ from: 1.2, to: 1.45, worseAbove: true }] }, trunkSaid: 'branches 1.20–1.45 m' },
    44: { trunk: { slope: 16, buttSwell: { end: 1.5 } }, trunkSaid: 'slope 16°, butt swell to 1.50 m' },
  },
  species: [
    {
      code: 'PS',
      name: 'Scots pine',
      latin: 'Pinus sylvestris',
      share: 0.62,
      diameter: [32, 8],
      height: [26, 13],
      crownBase: 0.55,
      figures: { ...conifer, formFactor: 0.46, formFactorSigma: 0.04 },
    },
    {
      code: 'QP',
      name: 'Pyrenean oak',
      latin: 'Quercus pyrenaica',
      share: 0.24,
      diameter: [26, 8],
      height: [17, 10],
      crownBase: 0.42,
      figures: { ...broad, formFactor: 0.44, formFactorSigma: 0.05 },
    },
    {
      code: 'FS',
      name: 'beech',
      latin: 'Fagus sylvatica',
      share: 0.14,
      diameter: [30, 10],
      height: [25, 12],
      crownBase: 0.38,
      figures: { ...broad, formFactor: 0.47, formFactorSigma: 0.05 },
    },
  ],
};

export const TANSY_CREEK: Scene = {
  key: 'tansy-creek',
  name: 'Tansy Creek tract',
  place: 'Forty acres between the creek and the county road',
  kind: 'points',
  preset: 'timber-us',
  ownProtocol: { name: 'Tansy Creek cruise', options: { heightSample: 4 } },
  person: {
    name: 'R. Calloway',
    eyeHeight: 1.68,
    measures: [
      { what: 'reach', value: 0.66, footwear: 'rubber boots' },
      { what: 'breast-height-mark', value: 1.3716, footwear: 'rubber boots', where: 'breast pocket seam' },
    ],
    stick: { bias: 0.015, spread: 0.025 },
  },
  begins: '2026-03-17T13:05:00Z',
  trees: 26,
  onPlots: [5, 5, 5, 5, 6],
  tract: TANSY_TRACT,
  slope: 7,
  heightShare: 0.6,
  logs: true,
  angle: 'percent',
  trunks: {
    5: { trunk: { swellings: [{ from: 1.2, to: 1.65 }] }, trunkSaid: 'swollen 3.9–5.4 ft' },
    12: { trunk: { buttSwell: { end: 1.6 } }, trunkSaid: 'butt swell to 5.2 ft' },
    18: { trunk: { vines: 'fixed' }, trunkSaid: 'vines' },
  },
  species: [
    {
      code: 'SLP',
      name: 'shortleaf pine',
      latin: 'Pinus echinata',
      share: 0.5,
      diameter: [38, 7],
      height: [29, 14],
      crownBase: 0.6,
      figures: { ...conifer, formFactor: 0.45, formFactorSigma: 0.04, formClass: 80, taperPerLog: 2 },
    },
    {
      code: 'SWG',
      name: 'sweetgum',
      latin: 'Liquidambar styraciflua',
      share: 0.2,
      diameter: [36, 8],
      height: [29, 14],
      crownBase: 0.5,
      figures: { ...broad, formFactor: 0.44, formFactorSigma: 0.05, formClass: 78, taperPerLog: 2.2 },
    },
    {
      code: 'HIC',
      name: 'hickory',
      latin: 'Carya species',
      share: 0.14,
      diameter: [34, 8],
      height: [27, 14],
      crownBase: 0.48,
      figures: { ...broad, formFactor: 0.44, formFactorSigma: 0.05, formClass: 77, taperPerLog: 2.3 },
    },
    {
      code: 'YEP',
      name: 'yellow-poplar',
      latin: 'Liriodendron tulipifera',
      share: 0.16,
      diameter: [44, 9],
      height: [33, 15],
      crownBase: 0.58,
      figures: { ...broad, formFactor: 0.46, formFactorSigma: 0.05, formClass: 81, taperPerLog: 1.8 },
    },
  ],
};
