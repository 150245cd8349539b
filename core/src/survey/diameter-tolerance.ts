import { METRES_PER_INCH, type Metres, metres, toMetres } from '../units';
import type { ProtocolOptions } from './protocol';

/**
 * What a protocol's purpose asks of a diameter. Points that are marked for a next visit, and records without classes,
 * need what a check cruise allows (0.1 in or 1 %); work in classes needs to find the right class.
 * @param p the protocol
 * @returns half a class, or an absolute and a relative bound, metres
 */
export function diameterTolerance(
  p: ProtocolOptions,
):
  | { readonly kind: 'class'; readonly halfWidth: Metres }
  | { readonly kind: 'close'; readonly absolute: Metres; readonly relative: number } {
  if (p.classWidth === null || p.mark === 'paint') return { kind: 'close', absolute: metres(0.1 * METRES_PER_INCH), relative: 0.01 };
  return { kind: 'class', halfWidth: metres(toMetres(p.classWidth.value, p.classWidth.unit) / 2) };
}
