import { requireFinite } from '../units';

/** One thing that was read, and its standard error, in the same unit. */
export interface Measured {
  readonly value: number;
  readonly sigma: number;
}
export interface Propagated<K extends string> {
  readonly sigma: number;
  /** Each part's own standard deviation of the result, with the sign in which the result follows it; their squares add up. */
  readonly parts: Readonly<Record<K, number>>;
  /** The largest part: what to improve first. */
  readonly dominant: K;
}

/**
 * First-order error of any formula, by central differences a tenth of an error wide.
 * @param read what goes in, each with its standard error (0 for what is exact)
 * @param formula what is made of the values; finite wherever a reading lies within a tenth of its error
 * @returns standard error of the result, its parts and the largest
 * @throws DomainError `not-finite` where the formula has no answer that near: its error means nothing there
 * @source σ² = Σ(∂f/∂x·σ_x)², independent errors
 */
export function propagate<K extends string>(
  read: Readonly<Record<K, Measured>>,
  formula: (values: Readonly<Record<K, number>>) => number,
): Propagated<K> {
  const keys = Object.keys(read) as K[];
  const values = Object.fromEntries(keys.map((k) => [k, read[k].value])) as Record<K, number>;
  const parts = {} as Record<K, number>;
  let sum = 0;
  let dominant = keys[0] as K;
  for (const key of keys) {
    const { value, sigma } = read[key];
    const h = sigma / 10;
    const part = h === 0 ? 0 : (formula({ ...values, [key]: value + h }) - formula({ ...values, [key]: value - h })) * 5;
    requireFinite(`error by the ${key}`, part);
    parts[key] = part;
    sum += part * part;
    if (Math.abs(part) > Math.abs(parts[dominant])) dominant = key;
  }
  return { sigma: Math.sqrt(sum), parts, dominant };
}
