import { type AnyRecord, parentsOf, validateRecord } from '../contract/envelope';
import type { PullResponse, PushAnswer, PushResponse } from '../contract/sync';
import type { Db } from './db';
import { recordHash } from './record-hash';
import { type Hashed, insertRecords, lockForWriting, recordsAfter, type Stamp, stampsOf } from './record-repository';

const answered = (id: string | null, status: PushAnswer['status'], errors: PushAnswer['errors'] = []): PushAnswer => ({
  id,
  status,
  errors,
});

/**
 * Takes records in any order, any number of times. Each is judged for itself: stored, known, waiting for a parent,
 * or refused with its reasons; what is refused or waiting changes nothing.
 */
export async function push(db: Db, sent: readonly unknown[]): Promise<PushResponse> {
  const answers: (PushAnswer | null)[] = sent.map(() => null);
  const pending = new Map<number, AnyRecord>();
  for (const [i, plain] of sent.entries()) {
    const checked = validateRecord(plain, `records[${i}]`);
    if (checked.ok) pending.set(i, checked.value);
    else answers[i] = answered(idOf(plain), 'refused', [...checked.errors]);
  }
  await db.transaction(async (tx) => {
    await lockForWriting(tx);
    const records = [...pending.values()];
    const here = await stampsOf(tx, [...new Set(records.flatMap((r) => [r.id, ...parentsOf(r).map((p) => p.id)]))]);
    const accepted: Hashed[] = [];
    // records may come before their parents in the batch: go round until nothing more can be placed
    for (let progress = true; progress; ) {
      progress = false;
      for (const [i, record] of pending) {
        const verdict = judge(record, here);
        if (!verdict) continue;
        answers[i] = verdict;
        pending.delete(i);
        progress = true;
        if (verdict.status === 'stored') {
          const stamp = { kind: record.kind, entity: record.entity, hash: recordHash(record) };
          accepted.push({ record, hash: stamp.hash });
          here.set(record.id, stamp);
        }
      }
    }
    await insertRecords(tx, accepted);
  });
  for (const [i, record] of pending) {
    const missing = parentsOf(record).map((p) => ({
      field: p.field,
      value: p.id,
      allowed: `a ${p.kind === '*' ? 'record' : p.kind} that has arrived; send this record again when it has`,
    }));
    answers[i] = answered(record.id, 'waiting', missing);
  }
  return { answers: answers as PushAnswer[] };
}

/** The answer for one record given what is here; null while a parent is missing. */
function judge(record: AnyRecord, here: ReadonlyMap<string, Stamp>): PushAnswer | null {
  const same = here.get(record.id);
  if (same) {
    if (same.hash === recordHash(record)) return answered(record.id, 'known');
    return answered(record.id, 'refused', [
      { field: 'id', value: record.id, allowed: 'an id of its own: another record with other content has this one' },
    ]);
  }
  for (const parent of parentsOf(record)) {
    const found = here.get(parent.id);
    if (!found) return null;
    if (parent.kind !== '*' && found.kind !== parent.kind) {
      return answered(record.id, 'refused', [
        { field: parent.field, value: parent.id, allowed: `the id of a ${parent.kind}; this is a ${found.kind}` },
      ]);
    }
    if (parent.field === 'supersedes' && found.entity !== record.entity) {
      return answered(record.id, 'refused', [
        { field: 'entity', value: record.entity, allowed: `${found.entity}, the entity of the version it supersedes` },
      ]);
    }
  }
  return answered(record.id, 'stored');
}

function idOf(plain: unknown): string | null {
  const id = (plain as { id?: unknown } | null)?.id;
  return typeof id === 'string' ? id.slice(0, 100) : null;
}

/** The records after a place in the server's order. */
export async function pull(db: Db, after: number, limit: number): Promise<PullResponse> {
  const found = await recordsAfter(db, after, limit + 1);
  const records = found.slice(0, limit);
  return { records: records as unknown as PullResponse['records'], next: records.at(-1)?.seq ?? after, more: found.length > limit };
}
