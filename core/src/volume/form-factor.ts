import { type CubicMetres, type Metres, requireAbove, type SquareMetres } from '../units';

export interface FormFactor {
  /** Stem volume over the cylinder of its basal area and height; 0.4–0.5 for real stems. */
  readonly value: number;
  readonly sigma: number;
}

/** Where a species has no figure of its own; listed as an assumption wherever it is used. */
export const DEFAULT_FORM_FACTOR: FormFactor = Object.freeze({ value: 0.45, sigma: 0.05 });

/**
 * Stem volume V = f·g·H, from the ground reference to the tip, over bark.
 * @param g basal area at breast height, m²
 * @param height total height, m
 * @param f form factor, above 0
 * @returns cubic metres
 * @throws DomainError `out-of-range`
 * @source V = f·g·H, the breast-height form factor
 * @example byFormFactor(squareMetres(0.125), metres(24), 0.45) // 1.35
 */
export function byFormFactor(g: SquareMetres, height: Metres, f: number): CubicMetres {
  requireAbove('basal area', g);
  requireAbove('height', height);
  requireAbove('form factor', f);
  return (f * g * height) as CubicMetres;
}

/**
 * First-order error of V = f·g·H: relative errors add in squares, the diameter's counts twice.
 * @param volume m³
 * @param relative standard errors of form factor, diameter and height, each as a share
 * @returns cubic metres
 */
export function formFactorSigma(volume: CubicMetres, relative: { f: number; diameter: number; height: number }): CubicMetres {
  return (volume * Math.hypot(relative.f, 2 * relative.diameter, relative.height)) as CubicMetres;
}
