import { DomainError, type Metres, type Radians, requireAbove, requireLength } from '../units';

/**
 * Diameter from the angle a stem subtends.
 * @param angle between the two edges, radians, above 0 and under π
 * @param line of sight, metres, above 0
 * @param to where that line ends: the stem's axis or its near face
 * @param cos cosine of the line's own angle: from the face to the axis it is half a diameter on the level, more along the line
 * @returns metres
 * @throws DomainError `out-of-range`
 * @source the sight is tangent to the stem: r = L·sin(ω/2) to the axis, r = (L + r/cos α)·sin(ω/2) to the face
 * @example byOpticalAngle(radians(Math.PI / 3), metres(1), 'axis') // 1
 */
export function byOpticalAngle(angle: Radians, line: Metres, to: 'axis' | 'face', cos = 1): Metres {
  requireLength('line of sight', line);
  if (!(angle > 0 && angle < Math.PI)) {
    throw new DomainError('out-of-range', 'subtended angle', angle, 'it must be above 0 and under π radians (180°)');
  }
  const half = Math.sin(angle / 2);
  if (to === 'face' && half >= cos)
    throw new DomainError('out-of-range', 'subtended angle', angle, 'smaller: seen so wide the stem would reach to the eye');
  return ((2 * line * half) / (to === 'face' ? 1 - half / cos : 1)) as Metres;
}

/**
 * Diameter from the bands of a scale that cover a stem.
 * @param count bands and parts of bands, above 0
 * @param ratio diameter over distance of one band, above 0
 * @param distance level on an instrument that corrects itself for the slope of the sight, else the line of sight; metres
 * @returns metres; a little too much on stems thick for their distance (0.5 % at radius/distance 0.1)
 * @throws DomainError `out-of-range`
 * @example byBands(2.5, 0.02, metres(10)) // 0.5
 */
export function byBands(count: number, ratio: number, distance: Metres): Metres {
  requireAbove('band count', count);
  requireAbove('band ratio', ratio);
  requireLength('distance', distance);
  return (count * ratio * distance) as Metres;
}
