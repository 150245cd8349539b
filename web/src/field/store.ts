import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { AnyRecord } from '../contract/envelope';
import { SHARED, scopesOf } from '../contract/scope';
import type { Unsent } from './refused';

interface FieldSchema extends DBSchema {
  records: { key: string; value: AnyRecord };
  outbox: { key: string; value: Unsent };
  meta: { key: string; value: number | string | readonly AnyRecord[] | readonly string[] };
}

let opened: Promise<IDBPDatabase<FieldSchema>> | undefined;
let outdated: () => void = () => {};
/** Calls back when a newer Arbolito has taken the store over: this page can't keep anything any more. */
export function whenOutdated(tell: () => void): void {
  outdated = tell;
}

function db(): Promise<IDBPDatabase<FieldSchema>> {
  opened ??= openDB<FieldSchema>('arbolito', 1, {
    upgrade(store) {
      store.createObjectStore('records', { keyPath: 'id' });
      store.createObjectStore('outbox', { keyPath: 'id' });
      store.createObjectStore('meta');
    },
    // a newer Arbolito in another tab wants the store: let go, or it would wait until this page is closed
    blocking: (_, __, event) => {
      (event.target as IDBDatabase).close();
      opened = undefined;
      outdated();
    },
    terminated: () => {
      opened = undefined;
    },
  }).catch((e: Error) => {
    opened = undefined;
    throw e.name === 'VersionError' ? new Error('a newer Arbolito is open in another tab: reload this page') : e;
  });
  return opened;
}

export async function loadAll(): Promise<AnyRecord[]> {
  return (await db()).getAll('records');
}

/**
 * On this device's disk, in the store and in the outbox, when this resolves: that is what *kept* means. Keeping a record
 * twice changes nothing.
 */
export async function keepLocally(records: readonly AnyRecord[]): Promise<void> {
  const tx = (await db()).transaction(['records', 'outbox', 'meta'], 'readwrite', { durability: 'strict' });
  for (const record of records) {
    tx.objectStore('records').put(record);
    tx.objectStore('outbox').put({ id: record.id });
  }
  // what is made here is carried here; where nothing was chosen yet, all that is here is
  const made = records.flatMap((r) => (r.kind === 'survey' ? [r.entity] : []));
  if (made.length > 0) {
    const along = (await tx.objectStore('meta').get(ALONG)) as readonly string[] | undefined;
    if (along) tx.objectStore('meta').put([...new Set([...along, ...made])], ALONG);
  }
  await tx.done;
}

/**
 * A page of a scope from the server, and how far it went.
 * @returns whether it was kept: not where the survey was left behind meanwhile
 */
export async function keepPulled(records: readonly AnyRecord[], scope: string, cursor: string): Promise<boolean> {
  const tx = (await db()).transaction(['records', 'meta'], 'readwrite');
  const along = (await tx.objectStore('meta').get(ALONG)) as readonly string[] | undefined;
  if (scope !== SHARED && !along?.includes(scope)) {
    await tx.done;
    return false;
  }
  for (const record of records) tx.objectStore('records').put(record);
  tx.objectStore('meta').put(cursor, `cursor ${scope}`);
  await tx.done;
  return true;
}

/** How far a scope was taken in; null where it never was. */
export async function cursor(scope: string): Promise<string | null> {
  const at = await (await db()).get('meta', `cursor ${scope}`);
  return typeof at === 'string' ? at : null;
}

const ALONG = 'along';
/** The surveys this device carries. Before that could be chosen it carried all there were. */
export async function along(): Promise<readonly string[]> {
  const chosen = (await (await db()).get('meta', ALONG)) as readonly string[] | undefined;
  if (chosen) return chosen;
  const here = [...new Set([...scopesOf(await loadAll()).values()])].filter((s): s is string => s !== null && s !== SHARED);
  await (await db()).put('meta', here, ALONG);
  return here;
}

/** Carries a survey from now on; its records come with the next exchange. */
export async function takeAlong(survey: string): Promise<void> {
  const before = await along();
  if (before.includes(survey)) return;
  const tx = (await db()).transaction('meta', 'readwrite');
  tx.store.put([...before, survey], ALONG);
  tx.store.put(0, 'whole');
  await tx.done;
}

/**
 * Takes a survey's records off this device; the server has them.
 * @returns how many of them it does not have yet: then nothing is done
 */
export async function leaveBehind(survey: string): Promise<number> {
  const tx = (await db()).transaction(['records', 'outbox', 'meta'], 'readwrite', { durability: 'strict' });
  const [records, outbox, chosen] = await Promise.all([
    tx.objectStore('records').getAll(),
    tx.objectStore('outbox').getAllKeys(),
    tx.objectStore('meta').get(ALONG) as Promise<readonly string[] | undefined>,
  ]);
  const scopes = scopesOf(records);
  // what hangs on something that is not here may belong to any survey
  const unsentHere = outbox.filter((id) => (scopes.get(id) ?? survey) === survey).length;
  if (unsentHere === 0) {
    for (const [id, scope] of scopes) if (scope === survey) tx.objectStore('records').delete(id);
    tx.objectStore('meta').delete(`cursor ${survey}`);
    tx.objectStore('meta').put(
      (chosen ?? []).filter((s) => s !== survey),
      ALONG,
    );
  }
  await tx.done;
  return unsentHere;
}

/** Whether the server's book was ever taken in to its end: before that, half a survey may be here. */
export async function isWhole(): Promise<boolean> {
  return (await (await db()).get('meta', 'whole')) === 1;
}
/** @param carried what was taken in; whatever was chosen meanwhile is not here yet */
export async function markWhole(carried: readonly string[]): Promise<void> {
  const tx = (await db()).transaction('meta', 'readwrite');
  const now = (await tx.store.get(ALONG)) as readonly string[] | undefined;
  if (now?.every((s) => carried.includes(s))) tx.store.put(1, 'whole');
  await tx.done;
}

export async function unsent(): Promise<Unsent[]> {
  return (await db()).getAll('outbox');
}

export async function recordsById(ids: readonly string[]): Promise<AnyRecord[]> {
  const tx = (await db()).transaction('records');
  const found = await Promise.all(ids.map((id) => tx.store.get(id)));
  return found.flatMap((r) => r ?? []);
}

/** Takes what the server has off the outbox, and notes what it refused. */
export async function settleOutbox(done: readonly string[], refused: readonly Unsent[]): Promise<void> {
  const tx = (await db()).transaction('outbox', 'readwrite');
  for (const id of done) tx.store.delete(id);
  for (const entry of refused) tx.store.put(entry);
  await tx.done;
}

/**
 * Puts a corrected record in the place of one the server refused, to be sent again. Only this device has it; what it said
 * before is put by, never thrown away.
 */
export async function correctLocally(record: AnyRecord): Promise<void> {
  const tx = (await db()).transaction(['records', 'outbox', 'meta'], 'readwrite', { durability: 'strict' });
  const before = await tx.objectStore('records').get(record.id);
  const putBy = ((await tx.objectStore('meta').get('corrected')) ?? []) as readonly AnyRecord[];
  if (before) tx.objectStore('meta').put([...putBy, before], 'corrected');
  tx.objectStore('records').put(record);
  tx.objectStore('outbox').put({ id: record.id });
  await tx.done;
}

/** Changes entries of the outbox: to be sent again, or set aside. */
export async function putUnsent(entries: readonly Unsent[]): Promise<void> {
  const tx = (await db()).transaction('outbox', 'readwrite', { durability: 'strict' });
  for (const entry of entries) tx.store.put(entry);
  await tx.done;
}
