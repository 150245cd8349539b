import { createHash } from 'node:crypto';
import type { AnyRecord } from '../contract/envelope';

/**
 * A fingerprint of what a record says: equal for equal content whatever the order of its fields; a field that is null
 * says the same as one left out.
 */
export function recordHash(record: AnyRecord): string {
  const { id, entity, supersedes, kind, schema, device, person, body } = record;
  const said = { id, entity, supersedes, kind, schema, device, person, at: new Date(record.at).toISOString(), body };
  return createHash('sha256')
    .update(JSON.stringify(canonical(said)))
    .digest('hex');
}

function canonical(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(canonical);
  if (typeof value !== 'object' || value === null) return value;
  const fields = Object.entries(value).filter(([, v]) => v !== null && v !== undefined);
  return Object.fromEntries(fields.sort(([a], [b]) => (a < b ? -1 : 1)).map(([k, v]) => [k, canonical(v)]));
}
