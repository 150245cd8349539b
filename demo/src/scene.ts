import type { PresetKey, SpeciesFigures } from '@arbolito/core';

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

/** A made-up place with made-up people. */
export interface Scene {
  readonly key: string;
  readonly name: string;
  readonly place: string;
  readonly kind: 'fixed-plots' | 'every-tree';
  readonly preset: PresetKey;
  readonly person: { readonly name: string; readonly eyeHeight: number };
  readonly begins: string;
  readonly trees: number;
  /** Trees to a plot; null without plots. */
  readonly plotOf: number | null;
  /** Steepest ground between station and tree, degrees. */
  readonly slope: number;
  readonly heightShare: number;
  readonly logs: boolean;
  readonly angle: 'percent' | 'degree';
  readonly species: readonly SceneSpecies[];
}

const conifer = { crown: 'conifer', tipOffset: 0.5 } as const;
const broad = { crown: 'broad', tipOffset: 1.5 } as const;

export const MONTE_UMBRIO: Scene = {
  key: 'monte-umbrio',
  name: 'Monte Umbrío',
  place: 'Village pinewood above the Umbrío stream',
  kind: 'fixed-plots',
  preset: 'forest-metric',
  person: { name: 'I. Salvatierra', eyeHeight: 1.62 },
  begins: '2026-05-11T07:40:00Z',
  trees: 62,
  plotOf: 16,
  slope: 16,
  heightShare: 0.75,
  logs: false,
  angle: 'percent',
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
  kind: 'every-tree',
  preset: 'timber-us',
  person: { name: 'R. Calloway', eyeHeight: 1.68 },
  begins: '2026-03-17T13:05:00Z',
  trees: 26,
  plotOf: null,
  slope: 7,
  heightShare: 0.6,
  logs: true,
  angle: 'percent',
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
