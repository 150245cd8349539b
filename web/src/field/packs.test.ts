import 'fake-indexeddb/auto';
import { PRESETS } from '@arbolito/core';
import { IDBFactory } from 'fake-indexeddb';
import fc from 'fast-check';
import { openDB } from 'idb';
import { v7 } from 'uuid';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { makeRecord } from '../book/make-records';
import type { AnyRecord } from '../contract/envelope';

const maker = { device: 'phone', person: null, now: new Date(), newId: v7 };
const make = (kind: string, body: object) => makeRecord(maker, kind as 'tree', body as never) as AnyRecord;
const protocol = make('protocol', { name: 'x', preset: 'street', options: PRESETS.street.options });
const survey = make('survey', { name: 'Elm row', kind: 'street', protocol: protocol.id, place: null });
const plots = Array.from({ length: 3 }, (_, i) => make('plot', { survey: survey.id, name: `${i}`, design: null }));
const trees = Array.from({ length: 12 }, (_, i) => make('tree', { survey: survey.id, plot: null, tag: `${i}`, species: null }));
const stems = trees.flatMap((t, i) => Array.from({ length: i === 5 ? 120 : 4 }, (_, n) => make('stem', { tree: t.id, number: n + 1 })));
const ALL = [protocol, survey, ...plots, ...trees, ...stems];
const ids = (records: readonly AnyRecord[]) => records.map((r) => r.id).sort();
/** What lies with a tree. */
const of = (tree: AnyRecord | undefined) => ids(ALL.filter((r) => r.id === tree?.id || (r.kind === 'stem' && r.body.tree === tree?.id)));

async function openStore() {
  vi.resetModules();
  return { ...(await import('./store')), ...(await import('./database')), ...(await import('./packs')) };
}

beforeEach(() => {
  vi.restoreAllMocks();
  vi.stubGlobal('indexedDB', new IDBFactory());
});

/** Everything as one who works in it would find it. */
async function isWhole(store: Awaited<ReturnType<typeof openStore>>) {
  expect(ids(await store.loadAll())).toEqual(ids(ALL));
  expect(ids(await store.load('shared'))).toEqual([protocol.id]);
  expect(ids(await store.load(survey.id, ''))).toEqual(ids([survey, ...plots]));
  for (const tree of trees) expect(ids(await store.load(survey.id, tree.id))).toEqual(of(tree));
  // in the order they were asked for, those of one entry too; one that is not here is passed over
  const asked = [...ALL.map((r) => r.id).reverse(), v7()];
  expect((await store.recordsById(asked)).map((r) => r.id)).toEqual(asked.slice(0, -1));
  for (const r of stems) {
    expect(await store.folderOf(r.id)).toEqual({ scope: survey.id, tree: (r.body as { tree: string }).tree });
  }
}

describe('records that lie together', () => {
  it('come to lie where they belong in whatever order and parts they are kept, once each', async () => {
    const parts = fc.tuple(
      fc.shuffledSubarray(ALL, { minLength: ALL.length }),
      fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 3 }),
    );
    await fc.assert(
      fc.asyncProperty(parts, async ([order, sizes]) => {
        vi.stubGlobal('indexedDB', new IDBFactory());
        const store = await openStore();
        for (let i = 0, n = 0; i < order.length; i += sizes[n++ % sizes.length] as number) {
          const some = order.slice(i, i + (sizes[n % sizes.length] as number));
          await store.keepLocally([...some, ...some.slice(0, 1), ...order.slice(0, 2)]);
        }
        // what came before what it hangs on is filed once that is known and it comes again
        await store.keepLocally(ALL);
        await isWhole(store);
        (await store.db()).close();
      }),
      { numRuns: 12 },
    );
  });

  it('are some to an entry of a tree, never more', async () => {
    const store = await openStore();
    for (const r of ALL) await store.keepLocally([r]);
    await isWhole(store);
    const packs = await (await store.db()).getAll('packs');
    expect(packs.map((p) => p.records.length)).toEqual(packs.map((p) => p.ids.length));
    expect(Math.max(...packs.map((p) => p.records.length))).toBe(50);
    // eleven trees in one entry each, one of 121 records in three; five that belong to no tree
    expect(packs.length).toBe(11 + 3 + 5);
  });

  it('are read in ranges of trees, each tree in one of them and whole', async () => {
    const store = await openStore();
    const many = Array.from({ length: 1300 }, (_, i) => make('tree', { survey: survey.id, plot: null, tag: `m${i}`, species: null }));
    await store.keepLocally([...ALL, ...many]);
    const ranges = await store.rangesOf(survey.id);
    expect(ranges.length).toBe(3);
    const read = await Promise.all(ranges.map((s) => store.recordsIn(survey.id, s)));
    expect(ids(read.flat())).toEqual(ids([...trees, ...stems, ...many]));
    const treesIn = read.map((part) => new Set(part.flatMap((r) => (r.kind === 'stem' ? r.body.tree : r.id))));
    expect(treesIn.reduce((n, some) => n + some.size, 0)).toBe(trees.length + many.length);
    const [none] = await store.rangesOf(v7());
    expect(none && (await store.recordsIn(v7(), none))).toEqual([]);
  });

  it('correct one of them, put by what it said, and leave the others', async () => {
    const store = await openStore();
    await store.keepLocally(ALL);
    const [wrong] = stems as [AnyRecord];
    const right = { ...wrong, body: { ...wrong.body, number: 9 } } as AnyRecord;
    await store.correctLocally(right);
    await isWhole(store);
    expect(await store.recordsById([wrong.id])).toEqual([right]);
    expect(await (await store.db()).get('meta', 'corrected')).toEqual([wrong]);
  });

  it('stay as they were where one more can’t be put', async () => {
    const store = await openStore();
    await store.keepLocally([protocol, survey, trees[0] as AnyRecord]);
    const [first, second] = stems as [AnyRecord, AnyRecord];
    const put = IDBObjectStore.prototype.put;
    vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (this: IDBObjectStore, ...args) {
      if (this.name === 'packs') throw new DOMException('the disk is full', 'QuotaExceededError');
      return put.apply(this, args);
    });
    await expect(store.keepLocally([first, second])).rejects.toThrow('the disk is full');
    vi.restoreAllMocks();
    expect(ids(await store.loadAll())).toEqual(ids([protocol, survey, trees[0] as AnyRecord]));
    expect(ids((await store.unsent()).map((u) => ({ id: u.id }) as AnyRecord))).toEqual(ids([protocol, survey, trees[0] as AnyRecord]));
  });
});

describe('a store in which every record had an entry of its own', () => {
  async function singles() {
    const db = await openDB('arbolito.book', 1, {
      upgrade(made) {
        made.createObjectStore('records').createIndex('id', 'id', { unique: true });
        made.createObjectStore('outbox', { keyPath: 'id' });
        for (const name of ['tools', 'paired', 'heads', 'rows', 'meta']) made.createObjectStore(name);
      },
    });
    const tx = db.transaction(['records', 'outbox', 'meta'], 'readwrite');
    const scopeOf = (r: AnyRecord) => (r === protocol ? 'shared' : survey.id);
    const treeOf = (r: AnyRecord) => (r.kind === 'tree' ? r.id : r.kind === 'stem' ? r.body.tree : '');
    for (const r of ALL) tx.objectStore('records').put(r, [scopeOf(r), treeOf(r), r.id]);
    tx.objectStore('outbox').put({ id: protocol.id });
    tx.objectStore('meta').put([survey.id], 'along');
    await tx.done;
    db.close();
  }

  it('is packed whole at the first opening, and what waits is still sent', async () => {
    await singles();
    const store = await openStore();
    await isWhole(store);
    expect(await store.unsent()).toEqual([{ id: protocol.id }]);
    expect(await store.along()).toEqual([survey.id]);
    expect([...(await store.db()).objectStoreNames]).not.toContain('records');
  });

  it('stays as it was where that can’t be done, and is packed the next time', async () => {
    await singles();
    const put = IDBObjectStore.prototype.put;
    let puts = 0;
    vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (this: IDBObjectStore, ...args) {
      if (puts++ === 7) throw new DOMException('the disk is full', 'QuotaExceededError');
      return put.apply(this, args);
    });
    await expect((await openStore()).loadAll()).rejects.toThrow(/nothing of it was changed: make room/);
    vi.restoreAllMocks();
    const before = await openDB('arbolito.book', 1);
    expect(await before.count('records')).toBe(ALL.length);
    before.close();
    await isWhole(await openStore());
  });
});
