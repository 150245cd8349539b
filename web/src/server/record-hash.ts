import { createHash } from 'node:crypto';
import { canonical } from '../contract/same';

/** A record as it came, without the scope and the place in its order that a pull adds. */
export const asSent = ({ seq: _, scope: __, ...record }: Record<string, unknown>): Record<string, unknown> => record;

/**
 * A fingerprint of what a record says, as it was sent: equal for equal content whatever the order of its fields or the zone
 * its moment is written in; a field that is null says the same as one left out.
 */
export function recordHash(sent: object): string {
  const record = asSent(sent as Record<string, unknown>);
  const at = typeof record.at === 'string' ? new Date(record.at) : null;
  const said = { ...record, at: at && !Number.isNaN(at.getTime()) ? at.toISOString() : record.at };
  return createHash('sha256')
    .update(JSON.stringify(canonical(said)))
    .digest('hex');
}
