import { degreesToRadians } from './convert';
import { DomainError } from './domain-error';
import type { Tangent } from './quantity';

/**
 * The scale a sighting was read on. `fixed` is a scale drawn for one distance (15, 20, 25 …), in its own unit. `dial` is a
 * protractor's: what it reads when level, and whether its figure grows as the sight goes up or down.
 */
export type AngleScale =
  | { readonly kind: 'degree' }
  | { readonly kind: 'percent' }
  | { readonly kind: 'topographic' }
  | { readonly kind: 'fixed'; readonly distance: number }
  | { readonly kind: 'dial'; readonly level: number; readonly grows: 'up' | 'down' };

export const SCALE_KINDS = ['degree', 'percent', 'topographic', 'fixed', 'dial'] as const;

/**
 * Any sighting as a tangent (rise over run), the one form the core computes with.
 * @param reading on its scale, up positive; degrees strictly between −90 and 90
 * @param scale degree, percent, topographic (66) or a fixed distance
 * @returns rise over run
 * @throws DomainError `angle-out-of-range`, `bad-scale`, `not-finite`
 * @source definition of each scale; 66 is the number of feet in a chain
 * @example tangentOf(27.5, { kind: 'fixed', distance: 20 }) // 1.375
 */
export function tangentOf(reading: number, scale: AngleScale): Tangent {
  const refusal = checkScaleRange(reading, scale);
  if (refusal) throw new DomainError('angle-out-of-range', 'sighting', reading, refusal);
  if (scale.kind === 'degree') return Math.tan(degreesToRadians(reading)) as Tangent;
  if (scale.kind === 'dial') return Math.tan(degreesToRadians(degreesOnDial(reading, scale))) as Tangent;
  return (reading / divisor(scale)) as Tangent;
}

/**
 * What a scale shows for a tangent: the inverse of `tangentOf`, used to say where to aim.
 * @param t rise over run
 * @param scale the scale to read on
 * @returns the reading on that scale
 * @example readingOf(tangent(0.5), { kind: 'percent' }) // 50
 */
export function readingOf(t: Tangent, scale: AngleScale): number {
  if (scale.kind !== 'degree' && scale.kind !== 'dial') return t * divisor(scale);
  const degrees = (Math.atan(t) * 180) / Math.PI;
  if (scale.kind === 'degree') return degrees;
  return scale.level + (scale.grows === 'up' ? degrees : -degrees);
}

/** What a dial's figure is in degrees, up positive. */
const degreesOnDial = (reading: number, dial: Extract<AngleScale, { kind: 'dial' }>) =>
  dial.grows === 'up' ? reading - dial.level : dial.level - reading;

function divisor(scale: Exclude<AngleScale, { kind: 'degree' | 'dial' }>): number {
  if (scale.kind === 'percent') return 100;
  return scale.kind === 'topographic' ? 66 : scale.distance;
}

/**
 * Why a reading can't be on a scale, as a sentence; null when it can.
 * @param reading as it stands on the scale
 * @param scale with what it needs
 * @returns a sentence, or null
 * @example checkScaleRange(45, { kind: 'degree' }) // null
 */
export function checkScaleRange(reading: number, scale: AngleScale): string | null {
  if (!Number.isFinite(reading)) return 'A sighting must be a finite number.';
  if (scale.kind === 'fixed' && !(Number.isFinite(scale.distance) && scale.distance > 0)) {
    return 'A fixed-distance scale needs the distance it is drawn for, above 0 (for example 20).';
  }
  if (scale.kind === 'degree' && Math.abs(reading) >= 90) {
    return `${reading}° points straight up or beyond: degrees lie between −90 and 90, both excluded. Is it percent?`;
  }
  if (scale.kind === 'dial') {
    return Math.abs(degreesOnDial(reading, scale)) < 90
      ? null
      : `${reading} on this dial points straight up or beyond: it reads ${scale.level} when level, and lies within 90 of that.`;
  }
  if (scale.kind !== 'degree' && Math.abs(reading / divisor(scale)) > 60) {
    return `${reading} on this scale is steeper than 89°: check the scale.`;
  }
  return null;
}
