/** Null and left out say the same on the wire; the core knows the second alone. What holds no null is given back as it is. */
export function withoutNulls<T>(value: T): T {
  if (!holdsNull(value)) return value;
  if (Array.isArray(value)) return value.map(withoutNulls) as T;
  const kept: Record<string, unknown> = {};
  for (const [key, v] of Object.entries(value as object)) if (v !== null && v !== undefined) kept[key] = withoutNulls(v);
  return kept as T;
}

function holdsNull(value: unknown): boolean {
  if (typeof value !== 'object' || value === null) return false;
  if (Array.isArray(value)) return value.some(holdsNull);
  for (const key in value) {
    const v = (value as Record<string, unknown>)[key];
    if (v === null || v === undefined || holdsNull(v)) return true;
  }
  return false;
}
