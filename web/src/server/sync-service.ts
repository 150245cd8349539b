import { setImmediate } from 'node:timers/promises';
import { parentsOf, validateRecord } from '../contract/envelope';
import { ID } from '../contract/records/fields';
import { canBeKept } from '../contract/shape';
import type { PullResponse, PushAnswer, PushResponse } from '../contract/sync';
import type { Db, Tx } from './db';
import { isRefusal, sqlState } from './db-errors';
import { asSent, recordHash } from './record-hash';
import { insertRecords, lockForWriting, recordsAfter, type Sent, type Stamp, stampsOf } from './record-repository';

type Plain = Record<string, unknown>;
const BETWEEN = 50;

const answered = (id: string | null, status: PushAnswer['status'], errors: PushAnswer['errors'] = []): PushAnswer => ({
  id,
  status,
  errors,
});

/**
 * Takes records in any order, any number of times. Each is judged for itself: stored, known, waiting for a parent,
 * or refused with its reasons; what is refused or waiting changes nothing, and no record fails its neighbours.
 */
export async function push(db: Db, sent: readonly unknown[]): Promise<PushResponse> {
  const answers: (PushAnswer | null)[] = sent.map(() => null);
  const pending = new Map<number, Sent>();
  const unfit = new Map<number, PushAnswer>();
  for (const [i, plain] of sent.entries()) {
    // checking a thousand takes most of a second on a slow machine: others are served in between
    if (i % BETWEEN === BETWEEN - 1) await setImmediate();
    const checked = validateRecord(plain, `records[${i}]`);
    if (checked.ok)
      pending.set(i, { record: checked.value, sent: JSON.stringify(asSent(plain as object as Plain)), hash: recordHash(plain as object) });
    else unfit.set(i, answered(idOf(plain), 'refused', [...checked.errors]));
  }
  try {
    await db.transaction((tx) => place(tx, new Map(pending), answers));
  } catch (e) {
    if (!isRefusal(e)) throw e;
    // one of them is nothing the database can hold, which the checks should have said: each by itself, then
    console.error(`a batch was refused by the database (${sqlState(e)}), its records are stored one by one`);
    answers.fill(null);
    await db.transaction((tx) => oneByOne(tx, pending, answers));
  }
  // what was stored under older, laxer rules is known when it comes back
  const here = await stampsOf(
    db,
    [...unfit.values()].flatMap(({ id }) => (id && ID.test(id) ? [id] : [])),
  );
  for (const [i, answer] of unfit) {
    const same = here.get(answer.id ?? '');
    const known = same && canBeKept(sent[i]) && same.hash === recordHash(sent[i] as object);
    answers[i] = known ? answered(answer.id, 'known') : answer;
  }
  return { answers: answers as PushAnswer[] };
}

/** Judges what is pending against what is stored, stores what is new, and answers each. */
async function place(tx: Tx, pending: Map<number, Sent>, answers: (PushAnswer | null)[]): Promise<void> {
  await lockForWriting(tx);
  const here = await stampsOf(tx, [...new Set([...pending.values()].flatMap(({ record: r }) => [r.id, ...parentsOf(r).map((p) => p.id)]))]);
  const accepted: Sent[] = [];
  // records may come before their parents in the batch: go round until nothing more can be placed
  for (let progress = true; progress; ) {
    progress = false;
    for (const [i, one] of pending) {
      const verdict = judge(one, here);
      if (!verdict) continue;
      answers[i] = verdict;
      pending.delete(i);
      progress = true;
      if (verdict.status === 'stored') {
        accepted.push(one);
        here.set(one.record.id, { kind: one.record.kind, entity: one.record.entity, hash: one.hash });
      }
    }
  }
  await insertRecords(tx, accepted);
  for (const [i, { record }] of pending) {
    const missing = parentsOf(record).map((p) => ({
      field: p.field,
      value: p.id,
      allowed: `a ${p.kind === '*' ? 'record' : p.kind} that has arrived; send this record again when it has`,
    }));
    answers[i] = answered(record.id, 'waiting', missing);
  }
}

/** The same, each record in a savepoint of its own: what the database refuses is refused, and its children wait. */
async function oneByOne(tx: Tx, pending: ReadonlyMap<number, Sent>, answers: (PushAnswer | null)[]): Promise<void> {
  const left = new Map(pending);
  for (let before = -1; left.size !== before; ) {
    before = left.size;
    for (const [i, one] of [...left]) {
      const mine: (PushAnswer | null)[] = [];
      try {
        await tx.transaction((inner) => place(inner, new Map([[0, one]]), mine));
      } catch (e) {
        if (!isRefusal(e)) throw e;
        mine[0] = answered(one.record.id, 'refused', [
          { field: 'body', value: null, allowed: `what the database can hold (it says ${sqlState(e)})` },
        ]);
      }
      answers[i] = mine[0] ?? null;
      if (mine[0]?.status !== 'waiting') left.delete(i);
    }
  }
}

/** The answer for one record given what is here; null while a parent is missing. */
function judge({ record, hash }: Sent, here: ReadonlyMap<string, Stamp>): PushAnswer | null {
  const same = here.get(record.id);
  if (same) {
    if (same.hash === hash) return answered(record.id, 'known');
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
    if (!parent.version && found.entity !== parent.id) {
      return answered(record.id, 'refused', [
        {
          field: parent.field,
          value: parent.id,
          allowed: `${found.entity}, the id of the thing itself: this is one of its later versions`,
        },
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
