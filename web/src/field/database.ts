import { openDB } from 'idb';
import type { FieldDatabase, FieldSchema } from './schema';

const NAME = 'arbolito.book';

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
    throw e.name === 'VersionError' ? new Error('a newer Arbolito is open in another tab: reload this page') : e;
  });
  return opened;
}

async function open(): Promise<FieldDatabase> {
  const store = await openDB<FieldSchema>(NAME, 1, {
    upgrade(made) {
      made.createObjectStore('records').createIndex('id', 'id', { unique: true });
      made.createObjectStore('outbox', { keyPath: 'id' });
      made.createObjectStore('tools');
      made.createObjectStore('paired');
      made.createObjectStore('heads');
      made.createObjectStore('rows');
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
