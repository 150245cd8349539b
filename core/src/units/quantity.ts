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

export const metres = (n: number) => n as Metres;
export const feet = (n: number) => n as Feet;
export const inches = (n: number) => n as Inches;
export const squareMetres = (n: number) => n as SquareMetres;
export const cubicMetres = (n: number) => n as CubicMetres;
export const boardFeet = (n: number) => n as BoardFeet;
export const radians = (n: number) => n as Radians;
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
