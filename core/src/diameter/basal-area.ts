import { type Metres, requireAbove, type SquareMetres } from '../units';

/**
 * Cross-section of a stem at its point of measurement.
 * @param diameter metres, above 0
 * @returns square metres, π/4·d²
 * @throws DomainError `out-of-range`
 * @example basalArea(metres(0.4)) // 0.12566370614359174
 */
export function basalArea(diameter: Metres): SquareMetres {
  requireAbove('diameter', diameter);
  return ((Math.PI / 4) * diameter * diameter) as SquareMetres;
}
