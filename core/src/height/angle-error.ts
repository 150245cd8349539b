import type { Metres } from '../units';
import type { AngleSights } from './by-angles';
import type { ErrorPart } from './error-part';

export interface AngleErrors {
  /** Standard error of the horizontal distance, metres. */
  readonly distance: number;
  /** Standard error of the top sighting, radians (its mean, when repeated). */
  readonly top: number;
  /** Standard error of the base sighting, radians. */
  readonly base: number;
  /** Standard deviation of the tip's horizontal offset from above the base, metres. */
  readonly tipOffset: number;
}

export type AnglePart = Extract<ErrorPart, 'distance' | 'top-sight' | 'base-sight' | 'tip-offset'>;

export interface HeightError {
  readonly sigma: Metres;
  /** Each part's own standard deviation of height, metres, with the sign in which the height follows it; their squares add up to sigma². */
  readonly parts: Readonly<Record<AnglePart, number>>;
  /** The largest part: what to improve first. */
  readonly dominant: AnglePart;
}

/**
 * First-order error of a height by angles.
 * σ² = (t_top − t_base)²σ_D² + D²(1 + t_top²)²σ_θ² + D²(1 + t_base²)²σ_θ² + t_top²σ_x²;
 * with two distances the first part uses each with its own sight.
 * @param sights the sightings as used
 * @param errors standard errors of what was read
 * @returns standard error of the height in metres and what makes it
 * @source first-order propagation of H = D·(t_top − t_base)
 */
export function angleError(sights: AngleSights, errors: AngleErrors): HeightError {
  const { distanceTop, distanceBase, top, base } = sights;
  // one tape serves both sights, so its relative error is common to them and their difference counts
  const climb = (distanceTop * top - distanceBase * base) / ((distanceTop + distanceBase) / 2);
  const parts: Record<AnglePart, number> = {
    distance: climb * errors.distance,
    'top-sight': distanceTop * (1 + top * top) * errors.top,
    'base-sight': -distanceBase * (1 + base * base) * errors.base,
    'tip-offset': top * errors.tipOffset,
  };
  let dominant: AnglePart = 'distance';
  let sum = 0;
  for (const part of PARTS) {
    sum += parts[part] * parts[part];
    if (Math.abs(parts[part]) > Math.abs(parts[dominant])) dominant = part;
  }
  return { sigma: Math.sqrt(sum) as Metres, parts, dominant };
}

const PARTS: readonly AnglePart[] = ['distance', 'top-sight', 'base-sight', 'tip-offset'];
