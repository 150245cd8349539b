/** Null and left out say the same on the wire; the core knows the second alone. */
export function withoutNulls<T>(value: T): T {
  if (Array.isArray(value)) return value.map(withoutNulls) as T;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).flatMap(([k, v]) => (v === null || v === undefined ? [] : [[k, withoutNulls(v)]]))) as T;
}
