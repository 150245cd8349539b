import type { PushAnswer } from '../contract/sync';
import { db } from './database';
import { stretch } from './packs';
import type { Unsent } from './refused';
import { acknowledgedKey, cursorKey, type Key } from './schema';

/** The last record of a scope that the server said it has, as it is sent: its place and its id; null before there is one. */
export async function acknowledged(scope: string): Promise<string | null> {
  const at = await (await db()).get('meta', acknowledgedKey(scope));
  return typeof at === 'string' ? at : null;
}
/** A record's place in the order of its scope; 0 where none is said. */
export const seqOf = (place: unknown): number => (typeof place === 'string' ? Number(place.split('.')[0]) : 0);

/**
 * Takes what the server has off the outbox, remembers the last of it in each scope, and notes what it refused: all of it or
 * nothing.
 */
export async function settleOutbox(done: readonly PushAnswer[], refused: readonly Unsent[]): Promise<void> {
  const tx = (await db()).transaction(['outbox', 'meta'], 'readwrite');
  const [outbox, meta] = [tx.objectStore('outbox'), tx.objectStore('meta')];
  for (const { id } of done) if (id) outbox.delete(id);
  for (const entry of refused) outbox.put(entry);
  const last = new Map<string, PushAnswer>();
  for (const answer of done)
    if (answer.scope && answer.seq && answer.seq > (last.get(answer.scope)?.seq ?? 0)) last.set(answer.scope, answer);
  for (const [scope, { seq, id }] of last)
    if (Number(seq) > seqOf(await meta.get(acknowledgedKey(scope)))) meta.put(`${seq}.${id}`, acknowledgedKey(scope));
  await tx.done;
}

/** So many entries of the store are looked at together. */
const AT_ONCE = 500;

/**
 * Puts into the outbox every record of a scope that the server was found to lack, and only with that the new cursor. What
 * waits there already stays as it is.
 * @param there ids of the records that the server has
 * @param cursor where the server's scope was read to; null where it has none
 * @returns how many records are to be sent again
 */
export async function sendAgain(scope: string, there: ReadonlySet<string>, cursor: string | null): Promise<number> {
  const tx = (await db()).transaction(['packs', 'outbox', 'meta'], 'readwrite', { durability: 'strict' });
  const [packs, outbox, meta] = [tx.objectStore('packs'), tx.objectStore('outbox'), tx.objectStore('meta')];
  const waiting = new Set(await outbox.getAllKeys());
  let again = 0;
  for (let range: IDBKeyRange | null = stretch(scope); range !== null; ) {
    const keys: readonly Key[] = await packs.getAllKeys(range, AT_ONCE);
    const entries = await packs.getAll(range, AT_ONCE);
    for (const id of entries.flatMap((e) => e.ids)) {
      if (there.has(id) || waiting.has(id)) continue;
      outbox.put({ id });
      again++;
    }
    const last: Key | undefined = keys.at(-1);
    range = last !== undefined && keys.length === AT_ONCE ? IDBKeyRange.bound(last, [scope, []], true) : null;
  }
  if (cursor === null) meta.delete(cursorKey(scope));
  else meta.put(cursor, cursorKey(scope));
  meta.delete(acknowledgedKey(scope));
  await tx.done;
  return again;
}
