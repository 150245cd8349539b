declare const unitOf: unique symbol;

/** A number that carries its unit in its type: feet can't be passed, or added, where metres are wanted. */
export type Quantity<U extends string> = number & { readonly [unitOf]: U };

export type Metres = Quantity<'m'>;
export type Feet = Quantity<'ft'>;
export type Inches = Quantity<'in'>;
export type SquareMetres = Quantity<'m2'>;
export type CubicMetres = Quantity<'m3'>;
export type CubicFeet = Quantity<'ft3'>;
export type BoardFeet = Quantity<'bdft'>;
export type Radians = Quantity<'rad'>;
/** A sighting as rise over run: up is positive, level is 0. */
export type Tangent = Quantity<'rise/run'>;

/**
 * A number that is meant in metres.
 * @example metres(1.3) // 1.3
 */
export const metres = (n: number) => n as Metres;
/**
 * A number that is meant in feet.
 * @example feet(16) // 16
 */
export const feet = (n: number) => n as Feet;
/**
 * A number that is meant in inches.
 * @example inches(18) // 18
 */
export const inches = (n: number) => n as Inches;
/**
 * A number that is meant in square metres.
 * @example squareMetres(0.2) // 0.2
 */
export const squareMetres = (n: number) => n as SquareMetres;
/**
 * A number that is meant in cubic metres.
 * @example cubicMetres(1.5) // 1.5
 */
export const cubicMetres = (n: number) => n as CubicMetres;
export const boardFeet = (n: number) => n as BoardFeet;
/**
 * A number that is meant in radians.
 * @example radians(0.1) // 0.1
 */
export const radians = (n: number) => n as Radians;
/**
 * A number that is meant as rise over run.
 * @example tangent(0.8) // 0.8
 */
export const tangent = (n: number) => n as Tangent;

/**
 * Sum of two quantities of one unit.
 * @param a any unit
 * @param b the same unit; another one does not compile
 * @returns their sum, in that unit
 * @example add(metres(1.3), metres(2)) // 3.3
 */
export function add<U extends string>(a: Quantity<U>, b: NoInfer<Quantity<U>>): Quantity<U> {
  return (a + b) as Quantity<U>;
}
