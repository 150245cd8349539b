import { DomainError } from './domain-error';
import type { CubicFeet, CubicMetres, Feet, Inches, Metres, Quantity, Radians } from './quantity';

/** Exact by definition (international yard and pound agreement, 1959). */
export const METRES_PER_FOOT = 0.3048;
export const METRES_PER_INCH = 0.0254;
export const METRES_PER_CHAIN = 20.1168;
export const SQUARE_METRES_PER_ACRE = 4046.8564224;
export const SQUARE_METRES_PER_HECTARE = 10_000;

/** Metres in one of each unit of length a reading may be kept in. */
export const METRES_PER = {
  m: 1,
  cm: 0.01,
  mm: 0.001,
  ft: METRES_PER_FOOT,
  in: METRES_PER_INCH,
  chain: METRES_PER_CHAIN,
} as const;

export type LengthUnit = keyof typeof METRES_PER;
export const LENGTH_UNITS = Object.keys(METRES_PER) as LengthUnit[];

/**
 * A length in any unit, in metres.
 * @param value in `unit`
 * @param unit m, cm, mm, ft, in or chain
 * @returns metres
 * @throws DomainError `not-finite`
 * @example toMetres(4.5, 'ft') // 1.3716
 */
export function toMetres(value: number, unit: LengthUnit): Metres {
  if (!Number.isFinite(value)) throw new DomainError('not-finite', 'length', value, 'it must be a finite number');
  return (value * METRES_PER[unit]) as Metres;
}

/**
 * A length in metres, in any unit.
 * @param length metres
 * @param unit m, cm, mm, ft, in or chain
 * @returns a plain number in `unit`
 * @example fromMetres(metres(1.3716), 'ft') // 4.5
 */
export function fromMetres(length: Metres, unit: LengthUnit): number {
  return length / METRES_PER[unit];
}

export const metresToFeet = (m: Metres) => (m / METRES_PER_FOOT) as Feet;
/**
 * Metres in inches.
 * @example metresToInches(metres(0.254)) // 10
 */
export const metresToInches = (m: Metres) => (m / METRES_PER_INCH) as Inches;
/**
 * Feet in metres.
 * @example feetToMetres(10) // 3.048
 */
export const feetToMetres = (ft: Feet) => (ft * METRES_PER_FOOT) as Metres;
/**
 * Inches in metres.
 * @example inchesToMetres(10) // 0.254
 */
export const inchesToMetres = (i: Inches) => (i * METRES_PER_INCH) as Metres;
/**
 * Cubic metres in cubic feet.
 * @example cubicMetresToCubicFeet(0.028316846592) // 1
 */
export const cubicMetresToCubicFeet = (v: CubicMetres) => (v / METRES_PER_FOOT ** 3) as CubicFeet;
/**
 * Degrees in radians.
 * @example degreesToRadians(180) // Math.PI
 */
export const degreesToRadians = (deg: number) => ((deg * Math.PI) / 180) as Radians;
/**
 * Radians in degrees.
 * @example radiansToDegrees(Math.PI) // 180
 */
export const radiansToDegrees = (rad: number) => ((rad * 180) / Math.PI) as Quantity<'deg'>;
