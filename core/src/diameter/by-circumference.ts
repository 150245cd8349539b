import { type Metres, requireAbove } from '../units';

/**
 * Diameter of the circle with the girth a plain tape or string read.
 * @param circumference metres, above 0
 * @returns diameter in metres; an overestimate where the stem is not round
 * @throws DomainError `out-of-range`
 * @source d = c/π, the circle of that girth
 * @example byCircumference(metres(1.2)) // 0.3819718634205488
 */
export function byCircumference(circumference: Metres): Metres {
  requireAbove('circumference', circumference);
  return (circumference / Math.PI) as Metres;
}
