import { type IDBPDatabase, type IDBPTransaction, openDB, type StoreNames } from 'idb';
import { packSingles } from './packs';
import { DERIVED, type FieldDatabase, type FieldSchema } from './schema';

const NAME = 'arbolito.book';
/** Where an earlier Arbolito kept what it derived. */
const EARLIER_DERIVED = ['tools', 'paired', 'heads', 'rows'];

let opened: Promise<FieldDatabase> | undefined;
let outdated: () => void = () => {};
/** Calls back when a newer Arbolito has taken the store over: this page can't keep anything any more. */
export function whenOutdated(tell: () => void): void {
  outdated = tell;
}

/** The device's store, opened once; with what the store of an earlier Arbolito had. */
export function db(): Promise<FieldDatabase> {
  opened ??= open().catch((e: Error) => {
    opened = undefined;
    throw WHY[e.name] ? new Error(WHY[e.name]) : e;
  });
  return opened;
}

const WHY: Readonly<Record<string, string>> = {
  VersionError: 'a newer Arbolito is open in another tab: reload this page',
  AbortError:
    'what is on this device could not be brought into the order of this Arbolito, most likely for want of room; nothing of it was changed: make room and reload this page',
};

async function open(): Promise<FieldDatabase> {
  const store = await openDB<FieldSchema>(NAME, 3, {
    upgrade(made, from, _, tx) {
      // what is derived is derived anew
      for (const name of EARLIER_DERIVED)
        if ((made.objectStoreNames as DOMStringList).contains(name)) made.deleteObjectStore(name as never);
      for (const name of DERIVED) made.createObjectStore(name);
      made.createObjectStore('changes').createIndex('writing', ['scope', 'writing']);
      if (from >= 2) return;
      made.createObjectStore('packs').createIndex('id', 'ids', { unique: true, multiEntry: true });
      if (from > 0) return fromSingles(made, tx);
      made.createObjectStore('outbox', { keyPath: 'id' });
      made.createObjectStore('meta');
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
  });
  try {
    if (await hasEarlier()) await (await earlier()).copyEarlier(store);
  } catch (e) {
    store.close();
    throw e;
  }
  return store;
}

/** Each record had an entry of its own once. Nothing changes where they can't all be packed: then it is said, and tried again. */
function fromSingles(made: IDBPDatabase<FieldSchema>, tx: IDBPTransaction<FieldSchema, StoreNames<FieldSchema>[], 'versionchange'>): void {
  packSingles(tx)
    .then(() => made.deleteObjectStore('records' as never))
    .catch(() => {
      tx.done.catch(() => {});
      tx.abort();
      made.close();
    });
}

/** Once the server has everything the store of an earlier Arbolito is no longer needed. */
export async function dropEarlier(): Promise<void> {
  if (await hasEarlier()) await (await earlier()).dropEarlierThan(await db());
}

/** Hardly any device has one: what deals with it is fetched where it does. */
const earlier = () => import('./earlier-store');
const EARLIER = 'arbolito';
/** Whether the store of an earlier Arbolito is here; where the browser does not say, it may be. */
async function hasEarlier(): Promise<boolean> {
  const all = await indexedDB.databases?.().catch(() => null);
  return all ? all.some((d) => d.name === EARLIER) : true;
}
