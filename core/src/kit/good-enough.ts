import type { Metres } from '../units';
import { metres, requireAbove } from '../units';

/** What a purpose asks of a diameter: half a class within two errors, or so close as a check of permanent points allows. */
export type DiameterTolerance =
  | { readonly kind: 'class'; readonly halfWidth: Metres }
  | { readonly kind: 'close'; readonly absolute: Metres; readonly relative: number };

/**
 * The thickest stem for which a tool's error is good enough.
 * @param sigma of the tool, as a share of the diameter, above 0
 * @param tolerance what the purpose asks
 * @returns metres; null when it is good enough for no stem worth measuring (under 5 cm), infinite when for every one
 * @throws DomainError `out-of-range`
 * @example goodEnoughUpTo(0.04, { kind: 'class', halfWidth: metres(0.02) }) // 0.25
 */
export function goodEnoughUpTo(sigma: number, tolerance: DiameterTolerance): Metres | null {
  requireAbove('error of the tool', sigma);
  if (tolerance.kind === 'close' && 2 * sigma <= tolerance.relative) return metres(Number.POSITIVE_INFINITY);
  const up = (tolerance.kind === 'class' ? tolerance.halfWidth : tolerance.absolute) / (2 * sigma);
  return up < 0.05 ? null : metres(up);
}
