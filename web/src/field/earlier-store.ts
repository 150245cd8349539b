import { type DBSchema, deleteDB, type IDBPDatabase, openDB } from 'idb';
import type { AnyRecord } from '../contract/envelope';
import { SHARED } from '../contract/scope';
import { put, WRITTEN } from './filing';
import { foldersOf } from './folders';
import { folderAt } from './packs';
import type { Unsent } from './refused';
import { ALONG, type FieldDatabase, UNFILED } from './schema';

/** The store of an Arbolito that kept all records in one heap. */
interface EarlierSchema extends DBSchema {
  records: { key: string; value: AnyRecord };
  outbox: { key: string; value: Unsent };
  meta: { key: string; value: number | string | readonly AnyRecord[] | readonly string[] };
}
const NAME = 'arbolito';
const COPIED = 'copied';
const AT_ONCE = 2000;

/**
 * Brings what an earlier Arbolito kept into this one's store: records, outbox and all else, counted before and after. The
 * earlier store stays as it is until the server has everything. Cut off anywhere it is done again from its beginning, and
 * doubles nothing; a tab of the earlier Arbolito that still writes is followed at each opening.
 * @throws Error where not all of it could be copied: nothing is lost, the earlier store is untouched
 */
export async function copyEarlier(now: FieldDatabase): Promise<void> {
  const once = () => copyUnderLock(now);
  // two tabs opened at once: one copies, the other waits and finds it done
  return globalThis.navigator?.locks ? navigator.locks.request('arbolito.copy', once) : once();
}

async function copyUnderLock(now: FieldDatabase): Promise<void> {
  const earlier = await openEarlier();
  if (!earlier) return;
  try {
    const before = await now.get('meta', COPIED);
    const tx = earlier.transaction(['records', 'outbox', 'meta']);
    const [outbox, along] = await Promise.all([tx.objectStore('outbox').getAll(), tx.objectStore('meta').get(ALONG)]);
    const [count, metaKeys] = [await tx.objectStore('records').count(), await tx.objectStore('meta').getAllKeys()];
    const state = `${count} records, ${outbox.map((u) => u.id).join(' ')}`;
    if (before === state) return;
    const all = await tx.objectStore('records').getAll();
    const meta = await Promise.all(metaKeys.map(async (key) => [key, await tx.objectStore('meta').get(key)] as const));
    await tx.done;
    // once copied, what was pulled comes from the server; what an old tab made meanwhile is in its outbox
    const unsent = new Set(outbox.map((u) => u.id));
    const wanted = before === undefined ? all : all.filter((r) => unsent.has(r.id));
    await copyRecords(now, wanted);
    const carried = before === undefined && along === undefined ? await surveysIn(now) : null;
    const end = now.transaction(['outbox', 'meta'], 'readwrite', { durability: 'strict' });
    for (const entry of outbox) end.objectStore('outbox').put(entry);
    if (before === undefined) for (const [key, value] of meta) if (value !== undefined) end.objectStore('meta').put(value, key);
    if (carried) end.objectStore('meta').put(carried, ALONG);
    end.objectStore('meta').put(state, COPIED);
    await end.done;
  } finally {
    earlier.close();
  }
}

async function copyRecords(now: FieldDatabase, wanted: readonly AnyRecord[]): Promise<void> {
  // all together, as ids need not go by what hangs on what
  const folders = await foldersOf(wanted, async (id) => folderAt(await now.getKeyFromIndex('packs', 'id', id)));
  for (let i = 0; i < wanted.length; i += AT_ONCE) {
    const tx = now.transaction(WRITTEN, 'readwrite', { durability: 'strict' });
    await put(tx, wanted.slice(i, i + AT_ONCE), { folders });
    await tx.done;
  }
  const tx = now.transaction('packs');
  const there = await Promise.all(wanted.map((r) => tx.store.index('id').getKey(r.id)));
  const missing = there.filter((key) => key === undefined).length;
  if (missing > 0) {
    throw new Error(
      `${missing} of ${wanted.length} records could not be brought over from the earlier Arbolito; they are safe where they were`,
    );
  }
}

/** Before it could be chosen what a device carries, it carried all there was. */
async function surveysIn(now: FieldDatabase): Promise<readonly string[]> {
  const found: string[] = [];
  for (let after: IDBKeyRange | undefined; ; ) {
    const at = await now.transaction('packs').store.openKeyCursor(after);
    if (!at) return found;
    const [scope] = at.key;
    if (scope !== SHARED && scope !== UNFILED) found.push(scope);
    after = IDBKeyRange.lowerBound([scope, []]);
  }
}

/** Takes the earlier store away, where the server has everything. */
export async function dropEarlierThan(now: FieldDatabase): Promise<void> {
  const earlier = await openEarlier();
  if (!earlier) return;
  earlier.close();
  await copyEarlier(now);
  if ((await now.count('outbox')) === 0) await deleteDB(NAME, { blocked: () => {} });
}

/** @returns null where there never was one */
async function openEarlier(): Promise<IDBPDatabase<EarlierSchema> | null> {
  const all = await indexedDB.databases?.();
  if (all && !all.some((d) => d.name === NAME)) return null;
  let never = false;
  try {
    return await openDB<EarlierSchema>(NAME, 1, {
      upgrade(_, __, ___, tx) {
        // a browser that lists none makes one when asked: that is taken back, so that nothing is left of it
        never = true;
        tx.done.catch(() => {});
        tx.abort();
      },
    });
  } catch (e) {
    if (never) return null;
    throw e;
  }
}
