/** A value in one order of fields, nothing in it null: what is equal on the wire is equal here. */
export function canonical(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(canonical);
  if (typeof value !== 'object' || value === null) return value;
  const fields = Object.entries(value).filter(([, v]) => v !== null && v !== undefined);
  return Object.fromEntries(fields.sort(([a], [b]) => (a < b ? -1 : 1)).map(([k, v]) => [k, canonical(v)]));
}

/** Whether two values say the same, whatever the order of their fields; null says the same as left out. */
export const sameValue = (a: unknown, b: unknown) => JSON.stringify(canonical(a) ?? null) === JSON.stringify(canonical(b) ?? null);
