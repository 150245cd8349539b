import { fromMetres, type LengthUnit, METRES_PER, METRES_PER_FOOT } from './convert';
import type { CubicMetres, Metres, SquareMetres } from './quantity';

export type UnitSystem = 'metric' | 'us';

/** The unit in which a survey shows each kind of length. */
export const UNITS_OF: Record<UnitSystem, { readonly diameter: LengthUnit; readonly length: LengthUnit; readonly volume: 'm³' | 'ft³' }> = {
  metric: { diameter: 'cm', length: 'm', volume: 'm³' },
  us: { diameter: 'in', length: 'ft', volume: 'ft³' },
};

/**
 * A length as shown on screen, rounded for reading only.
 * @param length metres
 * @param unit m, cm, mm, ft, in or chain
 * @param decimals digits after the point
 * @returns figure and unit
 * @example formatLength(metres(23.456), 'm', 1) // '23.5 m'
 */
export function formatLength(length: Metres, unit: LengthUnit, decimals: number): string {
  return `${formatNumber(fromMetres(length, unit), decimals)} ${unit}`;
}

/**
 * A length as it was read, in its own unit. Feet that are whole eighths of an inch and no tenths are said as feet and
 * inches, as people say them; what has no end in its unit stops at four decimals.
 * @param value in the unit
 * @param unit m, cm, mm, ft, in or chain
 * @returns figure and unit
 * @example sayLength(143.75, 'ft') // '143 ft 9 in'
 */
export function sayLength(value: number, unit: LengthUnit): string {
  const eighths = Math.round(value * 96);
  const tenths = Math.abs(value * 10 - Math.round(value * 10)) < 1e-9;
  if (unit !== 'ft' || tenths || Math.abs(value * 96 - eighths) > 1e-6) return `${Number(value.toFixed(4))} ${unit}`;
  const [feet, inches, rest] = [Math.floor(eighths / 96), Math.floor((eighths % 96) / 8), eighths % 8];
  const part = rest === 0 ? '' : rest % 4 === 0 ? '1/2' : rest % 2 === 0 ? `${rest / 2}/4` : `${rest}/8`;
  return `${feet} ft ${[inches > 0 || part === '' ? `${inches}` : '', part].filter(Boolean).join(' ')} in`;
}

/**
 * A number with a true minus sign and fixed decimals; −0 is shown as 0.
 * @param n any number
 * @param decimals digits after the point
 * @returns the figure alone
 * @example formatNumber(-0.04, 1) // '0.0'
 */
export function formatNumber(n: number, decimals: number): string {
  const s = Math.abs(n).toFixed(decimals);
  return n < 0 && Number(s) !== 0 ? `−${s}` : s;
}

/**
 * Metres in one of the units that heights and distances are shown in.
 * @example metresPerLength('us') // 0.3048
 */
export const metresPerLength = (units: UnitSystem): number => METRES_PER[UNITS_OF[units].length];

/**
 * A diameter in the survey’s units: cm or in.
 * @example showDiameter(0.413, 'metric') // '41.3 cm'
 */
export const showDiameter = (d: Metres, u: UnitSystem) => formatLength(d, UNITS_OF[u].diameter, 1);
/**
 * A height or distance in the survey’s units: m or ft.
 * @example showHeight(30.48, 'us') // '100.0 ft'
 */
export const showHeight = (h: Metres, u: UnitSystem) => formatLength(h, UNITS_OF[u].length, 1);

/**
 * Basal area in the survey's units: m² or ft².
 * @example showBasalArea(0.1, 'metric') // '0.100 m²'
 */
export const showBasalArea = (g: SquareMetres, u: UnitSystem) =>
  u === 'us' ? `${formatNumber(g / METRES_PER_FOOT ** 2, 2)} ft²` : `${formatNumber(g, 3)} m²`;

/**
 * A volume in the survey’s units, with decimals that keep three figures visible.
 * @param v cubic metres
 * @param u units of the survey
 * @returns figure and unit: m³ or ft³
 * @example showVolume(1.2345, 'metric') // '1.23 m³'
 */
export function showVolume(v: CubicMetres, u: UnitSystem): string {
  return `${volumeFigure(v, v, u)} ${UNITS_OF[u].volume}`;
}

/**
 * A volume's error with as many decimals as the volume itself is shown with.
 * @example showVolumeSigma(0.1, 1.2345, 'metric') // '0.10'
 */
export const showVolumeSigma = (sigma: CubicMetres, v: CubicMetres, u: UnitSystem) => volumeFigure(sigma, v, u);

function volumeFigure(shown: CubicMetres, like: CubicMetres, u: UnitSystem): string {
  const per = u === 'us' ? METRES_PER_FOOT ** 3 : 1;
  const n = like / per;
  return formatNumber(shown / per, n >= 100 ? 0 : n >= 10 ? 1 : n >= 1 ? 2 : 3);
}
