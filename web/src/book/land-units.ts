import { METRES_PER_FOOT, METRES_PER_INCH, SQUARE_METRES_PER_ACRE, SQUARE_METRES_PER_HECTARE, type UnitSystem } from '@arbolito/core';

/** How a survey's figures are said: how many SI units one of a system's is, and what they are called. */
export interface InSi {
  readonly diameter: number;
  readonly length: number;
  readonly area: number;
  readonly volume: number;
  readonly land: number;
  /** Square metres a hectare of one unit of basal area per unit of land. */
  readonly basalAreaPerLand: number;
  readonly names: {
    readonly diameter: string;
    readonly height: string;
    readonly basalArea: string;
    readonly volume: string;
    readonly land: string;
  };
  readonly per: 'hectare' | 'acre';
}
export const IN_SI: Readonly<Record<UnitSystem, InSi>> = {
  metric: {
    diameter: 0.01,
    length: 1,
    area: 1,
    volume: 1,
    land: SQUARE_METRES_PER_HECTARE,
    basalAreaPerLand: 1,
    names: { diameter: 'cm', height: 'm', basalArea: 'm²', volume: 'm³', land: 'ha' },
    per: 'hectare',
  },
  us: {
    diameter: METRES_PER_INCH,
    length: METRES_PER_FOOT,
    area: METRES_PER_FOOT ** 2,
    volume: METRES_PER_FOOT ** 3,
    land: SQUARE_METRES_PER_ACRE,
    basalAreaPerLand: (METRES_PER_FOOT ** 2 / SQUARE_METRES_PER_ACRE) * SQUARE_METRES_PER_HECTARE,
    names: { diameter: 'in', height: 'ft', basalArea: 'ft²', volume: 'ft³', land: 'acre' },
    per: 'acre',
  },
};
/** What a hectare's worth is of one unit of land. */
export const ofLand = ({ land }: InSi): number => land / SQUARE_METRES_PER_HECTARE;
