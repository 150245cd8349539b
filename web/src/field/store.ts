import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { AnyRecord } from '../contract/envelope';
import type { Unsent } from './refused';

interface FieldSchema extends DBSchema {
  records: { key: string; value: AnyRecord };
  outbox: { key: string; value: Unsent };
  meta: { key: string; value: number | string | readonly AnyRecord[] };
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
  const tx = (await db()).transaction(['records', 'outbox'], 'readwrite', { durability: 'strict' });
  for (const record of records) {
    tx.objectStore('records').put(record);
    tx.objectStore('outbox').put({ id: record.id });
  }
  await tx.done;
}

/** A page of a scope from the server, and how far it went. */
export async function keepPulled(records: readonly AnyRecord[], scope: string, cursor: string): Promise<void> {
  const tx = (await db()).transaction(['records', 'meta'], 'readwrite');
  for (const record of records) tx.objectStore('records').put(record);
  tx.objectStore('meta').put(cursor, `cursor ${scope}`);
  await tx.done;
}

/** How far a scope was taken in; null where it never was. */
export async function cursor(scope: string): Promise<string | null> {
  const at = await (await db()).get('meta', `cursor ${scope}`);
  return typeof at === 'string' ? at : null;
}

/** Whether the server's book was ever taken in to its end: before that, half a survey may be here. */
export async function isWhole(): Promise<boolean> {
  return (await (await db()).get('meta', 'whole')) === 1;
}
export async function markWhole(): Promise<void> {
  await (await db()).put('meta', 1, 'whole');
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
