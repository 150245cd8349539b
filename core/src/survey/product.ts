import type { ProductClass, ProtocolOptions } from './protocol';

/**
 * The product a stem is of: the class of the largest limit that its diameter reaches.
 * @param dbh diameter at breast height, metres
 * @param products classes of the protocol, in any order
 * @param override what a person said of the stem, of poor form above all; it goes before the diameter
 * @returns the product's name; null where the stem is under every limit, or no classes are kept
 * @example productOf(0.3, [{ product: 'sawtimber', from: 0.254 }, { product: 'pulpwood', from: 0.1016 }]) // 'sawtimber'
 */
export function productOf(dbh: number, products: ProtocolOptions['products'], override: string | null = null): string | null {
  if (override !== null) return override;
  const reached = (products ?? []).filter((p) => dbh >= p.from - SAME);
  return reached.reduce<ProductClass | null>((best, p) => (best === null || p.from > best.from ? p : best), null)?.product ?? null;
}

/** A limit in inches and a diameter in inches meet again as metres only to the last digits. */
const SAME = 1e-9;
