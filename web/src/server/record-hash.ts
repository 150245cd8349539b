import { createHash } from 'node:crypto';
import type { AnyRecord } from '../contract/envelope';
import { canonical } from '../contract/same';

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
