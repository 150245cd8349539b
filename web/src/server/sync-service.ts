import { setImmediate } from 'node:timers/promises';
import { parentsOf, validateRecord } from '../contract/envelope';
import { ID } from '../contract/records/fields';
import { SHARED } from '../contract/scope';
import { canBeKept } from '../contract/shape';
import { CURSOR, PLACE, type PullResponse, type PushAnswer, type PushResponse, type SurveysResponse } from '../contract/sync';
import type { Db, Tx } from './db';
import { isRefusal, sqlState } from './db-errors';
import { HttpProblem } from './http';
import { answered, BETWEEN, judgeAll, parentsFirst } from './judge';
import { asSent, recordHash } from './record-hash';
import { insertRecords, recordAt, recordsAfter, type Sent, stampsOf } from './record-repository';
import { noteDue } from './results/due';
import { bookId, lastOf, lockScopes, settleScopes, surveyLines, touchedBy } from './scope-repository';

type Plain = Record<string, unknown>;

/**
 * Takes records in any order, any number of times. Each is judged for itself: stored, known, waiting for a parent,
 * or refused with its reasons; what is refused or waiting changes nothing, and no record fails its neighbours.
 * @param tell told when something was stored in a survey
 */
export async function push(db: Db, sent: readonly unknown[], tell: () => void = () => {}): Promise<PushResponse> {
  const answers: (PushAnswer | null)[] = sent.map(() => null);
  const fit = new Map<number, Sent>();
  const unfit = new Map<number, PushAnswer>();
  for (const [i, plain] of sent.entries()) {
    // checking a thousand takes most of a second on a slow machine: others are served in between
    if (i % BETWEEN === BETWEEN - 1) await setImmediate();
    const checked = validateRecord(plain, `records[${i}]`);
    if (checked.ok)
      fit.set(i, {
        record: checked.value,
        sent: JSON.stringify(asSent(plain as object as Plain)),
        hash: recordHash(plain as object),
        said: (plain as { scope?: string }).scope,
      });
    else unfit.set(i, answered(idOf(plain), 'refused', [...checked.errors]));
  }
  const pending = parentsFirst(fit);
  try {
    await db.transaction((tx) => place(tx, new Map(pending), answers));
  } catch (e) {
    if (!isRefusal(e)) throw e;
    // one of them is nothing the database can hold, which the checks should have said: each by itself, then
    console.error(`a batch was refused by the database (${sqlState(e)}), its records are stored one by one`);
    answers.fill(null);
    await db.transaction((tx) => oneByOne(tx, pending, answers));
  }
  if (answers.some((a) => a?.status === 'stored')) tell();
  // what was stored under older, laxer rules is known when it comes back
  const here = await stampsOf(
    db,
    [...unfit.values()].flatMap(({ id }) => (id && ID.test(id) ? [id] : [])),
  );
  for (const [i, answer] of unfit) {
    const same = here.get(answer.id ?? '');
    const known = same && canBeKept(sent[i]) && same.hash === recordHash(sent[i] as object);
    answers[i] = known ? { ...answered(answer.id, 'known'), seq: same.seq, scope: same.scope } : answer;
  }
  return { answers: answers as PushAnswer[] };
}

/** Judges what is pending against what is stored, stores what is new, notes whose results are due, and answers each. */
async function place(tx: Tx, pending: Map<number, Sent>, answers: (PushAnswer | null)[]): Promise<void> {
  // first only to see which scopes are written to; then, with those locked, for good
  const lasts = await lockScopes(tx, await scopesWritten(tx, pending));
  const { placed, verdicts } = await judgeAll(pending, await stampsOf(tx, namedBy(pending)), (scope) => lasts.has(scope));
  for (const [i, verdict] of verdicts) answers[i] = verdict;
  if (placed.length > 0) {
    const touched = await touchedBy(tx, placed);
    const ordered = placed.map((p) => {
      const seq = (lasts.get(p.scope) ?? 0) + 1;
      lasts.set(p.scope, seq);
      return { ...p, seq };
    });
    await insertRecords(tx, ordered);
    const places = new Map(ordered.map(({ record, seq, scope }) => [record.id, { seq, scope }]));
    for (const [i, verdict] of verdicts) answers[i] = { ...verdict, ...places.get(verdict.id ?? '') };
    await settleScopes(tx, placed, touched);
    await noteDue(
      tx,
      placed.map((p) => p.scope),
    );
  }
  for (const [i, { record }] of pending) {
    const missing = parentsOf(record).map((p) => ({
      field: p.field,
      value: p.id,
      allowed: `a ${p.kind === '*' ? 'record' : p.kind} that has arrived; send this record again when it has`,
    }));
    answers[i] = answered(record.id, 'waiting', missing);
  }
}

const namedBy = (pending: ReadonlyMap<number, Sent>) => [
  ...new Set([...pending.values()].flatMap(({ record: r }) => [r.id, ...parentsOf(r).map((p) => p.id)])),
];

async function scopesWritten(tx: Tx, pending: ReadonlyMap<number, Sent>): Promise<readonly string[]> {
  const { placed } = await judgeAll(new Map(pending), await stampsOf(tx, namedBy(pending)), () => true);
  return placed.map((p) => p.scope);
}

/** The same, each record in a savepoint of its own: what the database refuses is refused, and its children wait. */
async function oneByOne(tx: Tx, pending: ReadonlyMap<number, Sent>, answers: (PushAnswer | null)[]): Promise<void> {
  const left = new Map(pending);
  // all of them now, in their order: taken one after the other, two batches could wait for each other
  await lockScopes(tx, await scopesWritten(tx, left));
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

function idOf(plain: unknown): string | null {
  const id = (plain as { id?: unknown } | null)?.id;
  return typeof id === 'string' ? id.slice(0, 100) : null;
}

/**
 * The records of a scope after a place in its order.
 * @param after the next of the page before; null at the beginning
 * @param acknowledged the place and id of the last record that whoever asks was told is stored; null where that is not said
 * @throws HttpProblem where there is no such scope, or the book is not the one that the cursor or the acknowledged record is
 * of: another book, or one that was restored to an earlier state
 */
export async function pull(
  db: Db,
  scope: string,
  after: string | null,
  limit: number,
  acknowledged: string | null = null,
): Promise<PullResponse> {
  const book = await bookId(db);
  const last = await lastOf(db, scope);
  if (last === null && scope !== SHARED)
    throw new HttpProblem('not-found', 'There is no such survey here.', [
      { field: 'scope', value: scope, allowed: 'shared, or the id of a survey of this book' },
    ]);
  const [, of, place, at] = after === null ? [] : (CURSOR.exec(after) ?? []);
  const from = Number(place ?? 0);
  const wrong = (field: string, value: string | null, allowed: string) =>
    new HttpProblem('other-book', 'This book was restored, or is another one: begin again without a cursor.', [{ field, value, allowed }]);
  if (of !== undefined && of !== book) throw wrong('after', after, `a cursor of this book, ${book}`);
  for (const [field, seq, id] of [['after', from, at] as const, ['acknowledged', ...placeIn(acknowledged)] as const]) {
    const said = field === 'after' ? after : acknowledged;
    if (seq > (last ?? 0)) throw wrong(field, said, `a place up to ${last ?? 0}: the book was restored to an earlier state`);
    if (id !== undefined && (await recordAt(db, scope, seq)) !== id)
      throw wrong(field, said, `the record at place ${seq}: the book was restored, and another record stands there`);
  }
  const found = await recordsAfter(db, scope, from, limit + 1);
  const records = found.slice(0, limit);
  return {
    records: records as unknown as PullResponse['records'],
    next: await cursorAt(db, book, scope, records.at(-1)?.seq ?? from, records.at(-1)?.id ?? at),
    more: found.length > limit,
  };
}

const placeIn = (acknowledged: string | null): readonly [seq: number, id: string | undefined] => {
  const [, seq, id] = acknowledged === null ? [] : (PLACE.exec(acknowledged) ?? []);
  return [Number(seq ?? 0), id];
};

/** @param id of the record at the place, where it is known */
async function cursorAt(db: Db, book: string, scope: string, seq: number, id: string | undefined): Promise<string> {
  if (seq === 0) return `${book}.0`;
  return `${book}.${seq}.${id ?? (await recordAt(db, scope, seq))}`;
}

/** The surveys of the book, page by page; only the one that holds a record, where one is named. */
export async function surveys(db: Db, after: string | null, limit: number, holding: string | null = null): Promise<SurveysResponse> {
  const found = await surveyLines(db, after, limit + 1, holding);
  const page = found.slice(0, limit);
  return { surveys: [...page], next: found.length > limit ? (page.at(-1)?.id ?? null) : null };
}
