import type { AnyRecord } from '../../contract/envelope';
import { SHARED } from '../../contract/scope';
import type { Db } from '../db';
import { groundOf, listed, recordsOf } from './filing';

/** What is read of a survey again and again while it stands as it does. */
type What = 'ground' | 'paired';
interface Read {
  readonly of: string;
  readonly records: Promise<readonly AnyRecord[]>;
}
/** What was read last: the parts of a survey follow each other, and its figures follow them. */
const lately = new WeakMap<Db, Map<What, Read>>();

function once(db: Db, what: What, of: string, read: () => Promise<readonly AnyRecord[]>): Promise<readonly AnyRecord[]> {
  const reads = lately.get(db) ?? new Map<What, Read>();
  lately.set(db, reads);
  const known = reads.get(what);
  if (known?.of === of) return known.records;
  const records = read();
  reads.set(what, { of, records });
  // what could not be read is read again the next time
  records.catch(() => reads.delete(what));
  return records;
}

/**
 * What a survey's trees lean on: all that every survey shares, and what of its own belongs to no tree.
 * @param stamp how it stands: as long as that stays, so does this
 */
export const groundRecords = (db: Db, scope: string, stamp: string): Promise<readonly AnyRecord[]> =>
  once(db, 'ground', `${scope} ${stamp}`, async () =>
    JSON.parse(listed(...(await Promise.all([groundOf(db, SHARED), groundOf(db, scope)])))),
  );

/** The records of trees whose readings judge each other's tools. */
export const pairedRecords = (db: Db, scope: string, stamp: string, paired: readonly string[]): Promise<readonly AnyRecord[]> =>
  once(db, 'paired', `${scope} ${stamp}`, () => recordsOf(db, scope, { trees: paired }).then(({ others }) => others));
