import { type Metres, requireFinite, requireFrom, requireLength, type Tangent } from '../units';

export interface TapedDistance {
  /** What the tape read, metres, above 0. */
  readonly taped: Metres;
  /** Slope of the ground along the tape, positive uphill from the station to the tree; 0 for a level tape. */
  readonly slope: Tangent;
  /** Half the diameter when the tape ended at the bark, 0 when it ended at the axis. */
  readonly toAxis: Metres;
}

/**
 * Horizontal distance from the station to the stem's axis: the slope first, then half the diameter.
 * @param tape what was read and where the tape ended
 * @returns metres
 * @throws DomainError `out-of-range`, `not-finite`
 * @source D = s·cos φ + d/2
 * @example horizontalDistance({ taped: metres(25), slope: tangent(Math.tan(-14 * Math.PI / 180)), toAxis: metres(0) }).toFixed(4) // '24.2574'
 */
export function horizontalDistance(tape: TapedDistance): Metres {
  requireLength('distance', tape.taped);
  requireFinite('ground slope', tape.slope);
  requireFrom('half diameter', tape.toAxis);
  return (tape.taped / Math.sqrt(1 + tape.slope * tape.slope) + tape.toAxis) as Metres;
}

/**
 * Standard error of that distance, from the tape's and the slope sight's errors.
 * @param tape as above
 * @param sigmaTaped metres
 * @param sigmaSlope radians
 * @returns metres; the error of half a diameter is left out (millimetres)
 */
export function horizontalDistanceSigma(tape: TapedDistance, sigmaTaped: number, sigmaSlope: number): Metres {
  const cos = 1 / Math.sqrt(1 + tape.slope * tape.slope);
  const sin = tape.slope * cos;
  return Math.hypot(cos * sigmaTaped, tape.taped * sin * sigmaSlope) as Metres;
}
