import { type Estimate, formatNumber, SQUARE_METRES_PER_HECTARE, type UnitSystem } from '@arbolito/core';
import { IN_SI, ofLand } from '../../book/land-units';

/** What figures of a survey are said in: per hectare or acre, or of all the land. */
export interface Said {
  readonly units: UnitSystem;
  /** Land that the figures are of, m²; null per hectare or acre. */
  readonly area: number | null;
  /** Whether the trees are a list: nothing is per land. */
  readonly list: boolean;
}
export type Quantity = 'trees' | 'basalArea' | 'volume' | 'boardFeet';

/** What trees are of, as a heading says it. */
export const treesOf = (said: Said): string => {
  const per = perLand(said);
  return per === '' ? 'Trees' : `Trees${per}`;
};
export const perLand = ({ units, area, list }: Said): string => (list || area !== null ? '' : `/${IN_SI[units].names.land}`);

/** The unit of a quantity as it is said, with what it is per. */
export const unitOf = (quantity: Quantity, said: Said): string => {
  const { basalArea, volume } = IN_SI[said.units].names;
  const unit = { trees: '', basalArea, volume, boardFeet: 'bd\u00a0ft' }[quantity];
  return unit === '' ? '' : `${unit}${perLand(said)}`;
};

/** A figure per hectare in what it is said in. */
export function inUnits(perHectare: number, quantity: Quantity, { units, area, list }: Said): number {
  const inSi = IN_SI[units];
  const land = list ? 1 : area !== null ? area / SQUARE_METRES_PER_HECTARE : ofLand(inSi);
  const unit = { trees: 1, basalArea: inSi.area, volume: inSi.volume, boardFeet: 1 }[quantity];
  return (perHectare * land) / unit;
}

/** Decimals that leave a figure three digits, and no more than two. */
const decimalsOf = (v: number): number => {
  const size = Math.abs(v);
  return size >= 100 || v === 0 ? 0 : size >= 10 ? 1 : 2;
};
/** Five digits and more before the point are read in threes: 12 345. Without one they would break the line. */
const inThrees = (figure: string): string =>
  /\d{5}/.test(figure.split('.')[0] ?? '') ? figure.replace(/\B(?=(\d{3})+(?!\d))/g, '\u202f') : figure;
/** A figure as it is read. */
export const sayFigure = (v: number, decimals: number): string => inThrees(formatNumber(v, decimals));
export const threeFigures = (v: number): string => sayFigure(v, decimalsOf(v));

/** The name of a diameter class. */
export const sayClass = (name: number): string => formatNumber(name, Number.isInteger(name) ? 0 : 1);

/** A mean and its ±, both to the decimals that the mean is said with. */
export function sayEstimate(
  e: Estimate | null | undefined,
  quantity: Quantity,
  said: Said,
): { readonly value: string; readonly half: string | null } | null {
  if (!e) return null;
  const mean = inUnits(e.mean, quantity, said);
  const decimals = decimalsOf(mean);
  const half = e.halfWidth === null || said.list ? null : sayFigure(inUnits(e.halfWidth, quantity, said), decimals);
  return { value: sayFigure(mean, decimals), half };
}

/** Land as it is said. */
export const sayArea = (area: number, units: UnitSystem): string =>
  `${threeFigures(area / IN_SI[units].land)} ${units === 'us' ? 'acres' : 'ha'}`;
export const percent = (share: number): string => `${formatNumber(share * 100, share < 0.1 ? 1 : 0)} %`;
