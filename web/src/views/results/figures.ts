import { type Estimate, formatNumber, METRES_PER_FOOT, SQUARE_METRES_PER_ACRE, type UnitSystem } from '@arbolito/core';

/** What figures of a survey are said in: per hectare or acre, or of all the land. */
export interface Said {
  readonly units: UnitSystem;
  /** Land that the figures are of, m²; null per hectare or acre. */
  readonly area: number | null;
  /** Whether the trees are a list: nothing is per land. */
  readonly list: boolean;
}
export type Quantity = 'trees' | 'basalArea' | 'volume' | 'boardFeet';

const HECTARE = 10_000;
const SI_PER: Readonly<Record<Quantity, Readonly<Record<UnitSystem, number>>>> = {
  trees: { metric: 1, us: 1 },
  basalArea: { metric: 1, us: METRES_PER_FOOT ** 2 },
  volume: { metric: 1, us: METRES_PER_FOOT ** 3 },
  boardFeet: { metric: 1, us: 1 },
};
const UNIT: Readonly<Record<Quantity, Readonly<Record<UnitSystem, string>>>> = {
  trees: { metric: '', us: '' },
  basalArea: { metric: 'm²', us: 'ft²' },
  volume: { metric: 'm³', us: 'ft³' },
  boardFeet: { metric: 'bd ft', us: 'bd ft' },
};
/** What trees are of, as a heading says it. */
export const treesOf = (said: Said): string => {
  const per = perLand(said);
  return per === '' ? 'Trees' : `Trees${per}`;
};
export const landOf = (units: UnitSystem): string => (units === 'us' ? 'acre' : 'ha');
export const perLand = ({ units, area, list }: Said): string => (list || area !== null ? '' : `/${landOf(units)}`);

/** The unit of a quantity as it is said, with what it is per. */
export const unitOf = (quantity: Quantity, said: Said): string => {
  const unit = UNIT[quantity][said.units];
  const per = perLand(said);
  return unit === '' ? '' : `${unit}${per}`;
};

/** A figure per hectare in what it is said in. */
export function inUnits(perHectare: number, quantity: Quantity, { units, area, list }: Said): number {
  const land = list ? 1 : area !== null ? area / HECTARE : units === 'us' ? SQUARE_METRES_PER_ACRE / HECTARE : 1;
  return (perHectare * land) / SI_PER[quantity][units];
}

/** Three figures, and no more decimals than that. */
export const threeFigures = (v: number): string => {
  const size = Math.abs(v);
  return formatNumber(v, size >= 100 || v === 0 ? 0 : size >= 10 ? 1 : 2);
};

/** A mean and its ±, both to the decimals that the mean is said with. */
export function sayEstimate(
  e: Estimate | null | undefined,
  quantity: Quantity,
  said: Said,
): { readonly value: string; readonly half: string | null } | null {
  if (!e) return null;
  const mean = inUnits(e.mean, quantity, said);
  const size = Math.abs(mean);
  const decimals = size >= 100 || mean === 0 ? 0 : size >= 10 ? 1 : 2;
  const half = e.halfWidth === null || said.list ? null : formatNumber(inUnits(e.halfWidth, quantity, said), decimals);
  return { value: formatNumber(mean, decimals), half };
}

/** Land as it is said. */
export const sayArea = (area: number, units: UnitSystem): string =>
  `${threeFigures(units === 'us' ? area / SQUARE_METRES_PER_ACRE : area / HECTARE)} ${units === 'us' ? 'acres' : 'ha'}`;
export const percent = (share: number): string => `${formatNumber(share * 100, share < 0.1 ? 1 : 0)} %`;
