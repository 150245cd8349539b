import type { DBSchema, IDBPObjectStore, IDBPTransaction, StoreNames } from 'idb';
import type { AnyRecord } from '../contract/envelope';
import type { FieldSchema, Filed, Folder, Key, Pack } from './schema';

/** So many records of a tree lie in one entry: with one more record, at most so many are written again. */
const FULL = 50;
/** So many records of an earlier store are packed at once. */
const AT_ONCE = 5000;

type Packs = IDBPObjectStore<FieldSchema, StoreNames<FieldSchema>[], 'packs', 'readwrite'>;

/** Everything of a scope, of a tree in it, or ('') of it what belongs to no tree. */
export const stretch = (scope: string, tree?: string): IDBKeyRange =>
  tree === undefined ? IDBKeyRange.bound([scope], [scope, []]) : IDBKeyRange.bound([scope, tree], [scope, tree, []]);

export const folderAt = (key: Key | undefined): Folder | null => (key ? { scope: key[0], tree: key[1] } : null);

export const unpacked = (packs: readonly Pack[]): AnyRecord[] => packs.flatMap((p) => p.records);

const packOf = (records: readonly AnyRecord[]): Pack => ({ ids: records.map((r) => r.id), records });

/** Asks for a change. Where it fails its whole transaction does, and that tells. */
export function ask(change: Promise<unknown>): void {
  change.catch(() => {});
}

/** Puts records that are not here yet where they lie: those of a tree beside its others. */
export async function putIn(packs: Packs, filed: readonly Filed[]): Promise<void> {
  const folders = new Map<string, readonly [Folder, AnyRecord[]]>();
  for (const { scope, tree, record } of filed) {
    const name = `${scope} ${tree}`;
    const folder = folders.get(name) ?? [{ scope, tree }, []];
    folders.set(name, folder);
    folder[1].push(record);
  }
  await Promise.all([...folders.values()].map(([folder, records]) => putInFolder(packs, folder, records)));
}

async function putInFolder(packs: Packs, { scope, tree }: Folder, records: readonly AnyRecord[]): Promise<void> {
  if (tree === '') {
    for (const r of records) ask(packs.put(packOf([r]), [scope, '', r.id]));
    return;
  }
  const last = await packs.openKeyCursor(stretch(scope, tree), 'prev');
  let place = last ? Number(last.key[2]) : 0;
  let there = last ? ((await packs.get(last.key))?.records ?? []) : [];
  for (let next = 0; next < records.length; place++) {
    const some = records.slice(next, next + FULL - there.length);
    if (some.length > 0) ask(packs.put(packOf([...there, ...some]), [scope, tree, place]));
    next += some.length;
    there = [];
  }
}

/**
 * Takes records out of the entry they lie in.
 * @returns what they were
 */
export async function takeOut(packs: Packs, at: Key, ids: ReadonlySet<string>): Promise<readonly AnyRecord[]> {
  const all = (await packs.get(at))?.records ?? [];
  const left = all.filter((r) => !ids.has(r.id));
  ask(left.length === 0 ? packs.delete(at) : packs.put(packOf(left), at));
  return all.filter((r) => ids.has(r.id));
}

/** The store as it was while every record had an entry of its own: they are packed, all or, where that is cut off, none. */
export async function packSingles(tx: IDBPTransaction<FieldSchema, StoreNames<FieldSchema>[], 'versionchange'>): Promise<void> {
  const singles = (tx as unknown as IDBPTransaction<SinglesSchema, ['records'], 'versionchange'>).objectStore('records');
  const packs = tx.objectStore('packs') as unknown as Packs;
  for (let after: IDBKeyRange | null = null; ; ) {
    const [keys, records] = await Promise.all([singles.getAllKeys(after, AT_ONCE), singles.getAll(after, AT_ONCE)]);
    const last = keys.at(-1);
    if (!last) return;
    await putIn(
      packs,
      records.map((record, i) => ({ ...(folderAt(keys[i]) as Folder), record })),
    );
    after = IDBKeyRange.lowerBound(last, true);
  }
}
interface SinglesSchema extends DBSchema {
  records: { key: Key; value: AnyRecord };
}
