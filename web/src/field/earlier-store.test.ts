import 'fake-indexeddb/auto';
import { PRESETS } from '@arbolito/core';
import { IDBFactory } from 'fake-indexeddb';
import { openDB } from 'idb';
import { v7 } from 'uuid';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { makeRecord } from '../book/make-records';
import type { AnyRecord } from '../contract/envelope';

const maker = { device: 'phone', person: null, now: new Date(), newId: v7 };
const make = (kind: string, body: object) => makeRecord(maker, kind as 'tree', body as never) as AnyRecord;
const protocol = make('protocol', { name: 'x', preset: 'street', options: PRESETS.street.options });
const survey = make('survey', { name: 'Elm row', kind: 'street', protocol: protocol.id, place: null });
const trees = Array.from({ length: 1200 }, (_, i) => make('tree', { survey: survey.id, plot: null, tag: `${i}`, species: null }));
const stems = trees.map((t) => make('stem', { tree: t.id, number: 1 }));
const person = make('person', { name: 'Ada', eyeHeight: null, reach: null });
const ALL = [person, protocol, survey, ...trees, ...stems];
const ids = (records: readonly AnyRecord[]) => records.map((r) => r.id).sort();

/** The store as an earlier Arbolito left it. */
async function earlier(more: readonly AnyRecord[] = [], along?: readonly string[]) {
  const db = await openDB('arbolito', 1, {
    upgrade(made) {
      made.createObjectStore('records', { keyPath: 'id' });
      made.createObjectStore('outbox', { keyPath: 'id' });
      made.createObjectStore('meta');
    },
  });
  const tx = db.transaction(['records', 'outbox', 'meta'], 'readwrite');
  // children before their parents: the order of a heap says nothing
  for (const r of [...ALL, ...more].toReversed()) tx.objectStore('records').put(r);
  for (const r of [person, ...more]) tx.objectStore('outbox').put({ id: r.id });
  tx.objectStore('meta').put(`${v7()}.5`, `cursor ${survey.id}`);
  if (along) tx.objectStore('meta').put(along, 'along');
  await tx.done;
  db.close();
}

async function openStore() {
  vi.resetModules();
  return { ...(await import('./store')), ...(await import('./database')), ...(await import('./acknowledged')) };
}
const names = async () => (await indexedDB.databases()).map((d) => d.name).sort();

beforeEach(() => {
  vi.restoreAllMocks();
  vi.stubGlobal('indexedDB', new IDBFactory());
});

describe('the store of an earlier Arbolito', () => {
  it('is brought over whole: records where they lie, outbox, cursors, and the surveys it carried', async () => {
    await earlier();
    const store = await openStore();
    expect(ids(await store.loadAll())).toEqual(ids(ALL));
    expect(ids(await store.load('shared'))).toEqual(ids([person, protocol]));
    expect(ids(await store.load(survey.id, ''))).toEqual([survey.id]);
    const [tree, stem] = [trees[7] as AnyRecord, stems[7] as AnyRecord];
    expect(ids(await store.load(survey.id, tree.id))).toEqual(ids([tree, stem]));
    expect(await store.unsent()).toEqual([{ id: person.id }]);
    expect(await store.along()).toEqual([survey.id]);
    expect(await store.cursor(survey.id)).toMatch(/\.5$/);
    // it stays until the server has everything
    await store.dropEarlier();
    expect(await names()).toEqual(['arbolito', 'arbolito.book']);
    await store.settleOutbox([{ id: person.id, status: 'stored', errors: [] }], []);
    await store.dropEarlier();
    expect(await names()).toEqual(['arbolito.book']);
    expect(ids(await store.loadAll())).toEqual(ids(ALL));
  });

  it('is copied again from its beginning when that was cut off, and says so where there is no room', async () => {
    await earlier([], [survey.id]);
    const put = IDBObjectStore.prototype.put;
    for (const after of [3, 700, 1300]) {
      let puts = 0;
      const spy = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (this: IDBObjectStore, ...args) {
        if (puts++ === after) throw new DOMException('the disk is full', 'QuotaExceededError');
        return put.apply(this, args);
      });
      const store = await openStore();
      await expect(store.loadAll()).rejects.toThrow('the disk is full');
      spy.mockRestore();
    }
    const store = await openStore();
    expect(ids(await store.loadAll())).toEqual(ids(ALL));
    expect(await store.unsent()).toEqual([{ id: person.id }]);
  });

  it('is followed while a tab of it still writes, and gives nothing back that was left behind since', async () => {
    await earlier([], [survey.id]);
    const store = await openStore();
    expect(await store.leaveBehind(survey.id)).toBe(0);
    const late = make('person', { name: 'Late', eyeHeight: null, reach: null });
    await earlier([late]);
    const again = await openStore();
    expect(ids(await again.loadAll())).toEqual(ids([person, protocol, late]));
    expect((await again.unsent()).map((u) => u.id).sort()).toEqual(ids([person, late]));
    expect(await again.along()).toEqual([]);
  });

  it('is not made where there never was one', async () => {
    const store = await openStore();
    expect(await store.loadAll()).toEqual([]);
    expect(await names()).toEqual(['arbolito.book']);
  });
});
