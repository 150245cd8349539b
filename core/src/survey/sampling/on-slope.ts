import { type Metres, metres, type Radians, type Tangent } from '../../units';

/**
 * What a tape along even ground reads to a point that lies a level distance away: level·√(1 + tan²φ·cos²β).
 * @param level level distance, metres
 * @param slope steepest slope of the ground, rise over run
 * @param offFallLine bearing of the tape off the line of steepest slope, radians
 * @returns metres along the ground
 * @example alongSlope(metres(12.62), tangent(Math.tan(20 * Math.PI / 180)), radians(30 * Math.PI / 180)).toFixed(2) // '13.23'
 */
export const alongSlope = (level: Metres, slope: Tangent, offFallLine: Radians): Metres =>
  metres(level * Math.hypot(1, slope * Math.cos(offFallLine)));

/**
 * The level distance of what a tape along even ground reads; the other way of `alongSlope`.
 * @param along what it reads, metres
 * @param slope steepest slope of the ground, rise over run
 * @param offFallLine bearing of the tape off the line of steepest slope, radians
 * @returns metres, level
 */
export const levelOfTape = (along: Metres, slope: Tangent, offFallLine: Radians): Metres =>
  metres(along / Math.hypot(1, slope * Math.cos(offFallLine)));
